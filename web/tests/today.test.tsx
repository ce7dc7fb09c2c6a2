/**
 * Where today's rules part from a signed record: what, how it was signed, and what it comes to now.
 */
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { PartedFromToday } from "../src/features/bench/judged-today";
import type { Otherwise } from "../src/api";
import { show } from "./page";

const one: Otherwise = {
  entry: null,
  what: "Final check",
  where: "drive end",
  then: { word: "in order", level: "good", reason: "", code: "" },
  today: {
    word: "not in order",
    level: "stop",
    reason: "one row only: far row not read",
    code: "",
  },
  worse: true,
};

describe("what today's rules judge otherwise", () => {
  it("names the stage, how it was signed, and today's reason", () => {
    show(
      <PartedFromToday
        found={[one, { ...one, entry: 23, what: "Gauged in 6 places.", where: "" }]}
      />,
    );
    expect(screen.getByRole("heading", { name: "Today's rules would say otherwise" })).toBeTruthy();
    expect(screen.getByText("drive end, signed as “in order”")).toBeTruthy();
    expect(screen.getByText("entry 23, signed as “in order”")).toBeTruthy();
    expect(screen.getAllByText(/one row only/)).toHaveLength(2);
    expect(screen.getByText(/open a job for what has to be done/)).toBeTruthy();
  });

  it("alarms nobody where today's rules are milder, and is not there where they agree", () => {
    const { container, again } = show(<PartedFromToday found={[{ ...one, worse: false }]} />);
    expect(screen.queryByText(/open a job/)).toBeNull();
    again(<PartedFromToday found={[]} />);
    expect(container.textContent).toBe("");
  });
});
