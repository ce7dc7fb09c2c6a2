export * from "./bearing-section";
export * from "./nut-dial";
export * from "./indicator-dial";
export * from "./ruler";
export * from "./which-way";
export { howLong } from "./shaft-dimensions";
export * from "./shaft-line";
export * from "./unrolled";
export type { Place } from "./unrolled-frame";
