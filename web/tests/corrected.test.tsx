/**
 * What was corrected after a job was worked out: named above the next move, with before and after.
 */
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Superseded } from "../src/api";
import { Corrections } from "../src/features/bench/corrected-since";
import { show } from "./page";

const one: Superseded = {
  place: "2",
  what: "Radial internal clearance",
  where: "row d over mm 80",
  changes: ["C3 max: 140 → 145"],
  said: "a standard, 2009, table 2",
  by: "Ada Marsh",
  recorded_at: "2026-12-01T10:00:00Z",
};

describe("what was corrected since", () => {
  it("names the place, the row, each figure, and who read it", () => {
    show(<Corrections found={[one]} done={false} label={() => "far end"} />);
    expect(screen.getByText("far end, Radial internal clearance, row d over mm 80")).toBeTruthy();
    expect(screen.getByText("C3 max: 140 → 145")).toBeTruthy();
    expect(screen.getByText("a standard, 2009, table 2 (Ada Marsh, 2026-12-01)")).toBeTruthy();
    expect(screen.getByText(/before going on by them/)).toBeTruthy();
  });

  it("leaves a signed record as it was, and is not there where nothing was corrected", () => {
    const { container, again } = show(<Corrections found={[one]} done label={() => ""} />);
    expect(screen.getByText(/The record stays as it was signed/)).toBeTruthy();
    again(<Corrections found={[]} done label={() => ""} />);
    expect(container.textContent).toBe("");
  });
});
