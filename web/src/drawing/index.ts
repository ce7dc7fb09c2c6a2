export * from "./bearing-section";
export * from "./nut-dial";
export * from "./indicator-dial";
export * from "./ruler";
export * from "./range-chart";
export * from "./ways-chart";
export * from "./which-way";
