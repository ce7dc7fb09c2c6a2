/** A log that is not what was stored is said before everything else. */
import { render, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { LogTroubles } from "../src/features/bench/chain-broken";

test("says every trouble, and what to do", () => {
  render(
    <LogTroubles troubles={["Entry 3 was changed after it was stored.", "Entry 5 is gone."]} />,
  );
  expect(screen.getByRole("alert").textContent).toContain(
    "Entry 3 was changed after it was stored.",
  );
  expect(screen.getByText("Entry 5 is gone.")).toBeTruthy();
  expect(screen.getByRole("alert").textContent).toContain("Trust no figure of this job");
});

test("a sound log says nothing", () => {
  expect(render(<LogTroubles troubles={[]} />).container.textContent).toBe("");
});
