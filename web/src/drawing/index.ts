export * from "./bearing-section";
export * from "./nut-dial";
export * from "./ruler";
export * from "./range-chart";
export * from "./ways-chart";
