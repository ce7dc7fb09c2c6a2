export * from "./client";
export * from "./outbox";
export type * from "./types";
