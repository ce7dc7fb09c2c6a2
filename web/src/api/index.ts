export * from "./client";
export * from "./device";
export * from "./outbox";
export type * from "./types";
