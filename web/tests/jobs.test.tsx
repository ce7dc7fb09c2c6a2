/** The list of jobs: every stage of a job in sight, the present one among them. */
import { describe, expect, it } from "vitest";
import type { JobSummary } from "../src/api";
import { JobStrip, dotsOf } from "../src/features/jobs/job-strip";
import { show } from "./page";

const JOB: JobSummary = {
  id: "j",
  number: 7,
  title: "Spindle",
  machine: "Polisher",
  position: "pulley side",
  bearing: "6309 C3",
  stage: "Covers",
  stage_at: 11,
  stage_of: 15,
  status: "open",
  events: 50,
  who: "Ada",
  updated_at: "2026-11-26T15:10:00Z",
};

describe("a job in the list", () => {
  it.each([1, 7, 15, 30])("shows all of its %i stages inside its drawing", (count) => {
    const { wide, at } = dotsOf(count);
    expect(at.length).toBe(count);
    expect(at.at(-1)! + 8).toBeCloseTo(wide);
    expect(wide).toBeLessThanOrEqual(256);
  });

  it("marks the present one, however far it is", () => {
    const { container } = show(
      <ul>
        <JobStrip job={JOB} />
      </ul>,
    );
    const dots = [...container.querySelectorAll("circle")];
    expect(dots.length).toBe(15);
    expect(
      dots
        .filter((dot) => dot.getAttribute("fill") === "var(--mark)")
        .map((dot) => dots.indexOf(dot)),
    ).toEqual([10]);
  });
});
