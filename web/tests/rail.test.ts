/** How a stage stands at one bearing, all of its parts together. */
import { expect, test } from "vitest";
import { stateAt } from "../src/features/bench/stage-link";

const stage = (...states: string[]) => ({
  id: "mount",
  state: "now",
  marks: states.map((state, i) => ({ stage: `part-${i}`, at: "1", state })),
});

test.each([
  [["done", "done"], "done"],
  [["done", "aside"], "done"],
  [["aside", "aside"], "aside"],
  [["done", "ahead"], "now"],
  [["aside", "ahead"], "ahead"],
  [["ahead", "now", "done"], "now"],
  [[], "ahead"],
])("%j together are %s", (states, together) => {
  expect(stateAt(stage(...states) as never, "1")).toBe(together);
  expect(stateAt(stage(...states) as never, "2")).toBe("ahead");
});
