/**
 * What a job covers: the mounting alone, every stage, or a part of them that people open jobs for.
 */
export type Covers = "mounting" | "whole" | "grease_and_close" | "seal" | "remove_and_look";

export const COVERS: { value: Covers; label: string }[] = [
  { value: "whole", label: "every stage, from taking stock on" },
  { value: "grease_and_close", label: "grease, close, run in what others mounted" },
  { value: "seal", label: "a seal alone, the bearing stays" },
  { value: "remove_and_look", label: "remove the old one, and look" },
];

/** The same in the request that opens it. */
export const scopeOf = (covers: Covers) =>
  covers === "mounting" ? { whole: false } : { whole: true, scope: covers };
