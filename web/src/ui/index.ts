export * from "./choice";
export * from "./controls";
export * from "./dialog";
export * from "./figure";
export * from "./format";
export * from "./named-reason";
export * from "./say";
export * from "./settings";
