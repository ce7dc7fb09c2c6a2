export * from "./bearing-section";
export * from "./nut-dial";
export * from "./indicator-dial";
export * from "./ruler";
export * from "./which-way";
export * from "./shaft-line";
