export * from "./access";
export * from "./asked";
export * from "./client";
export * from "./device";
export * from "./outbox";
export * from "./people";
export * from "./steady";
export type * from "./types";
export * from "./use-crib";
