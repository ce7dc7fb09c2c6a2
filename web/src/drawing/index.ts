export * from "./bearing-section";
export * from "./nut-dial";
export * from "./ruler";
