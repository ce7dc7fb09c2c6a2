/**
 * Numbers for the eye: the reader's unit, the digits the figure deserves, and unknown as a word.
 */
import { describe, expect, it } from "vitest";
import type { Result } from "../src/api";
import {
  clearance,
  clearanceBare,
  figure,
  length,
  lineValue,
  trim,
  uncertainty,
} from "../src/ui/format";
import { inUnits } from "../src/ui";

const result = (unit: string, value: number | null, more: Partial<Result> = {}) =>
  ({ unit, value, value_to: null, uncertainty: null, ...more }) as Result;

describe("a clearance", () => {
  // 25.4 µm are one thousandth of an inch (definition of the inch).
  it.each([
    [25.4, "0.025 mm", "1.0 thou"],
    [115, "0.115 mm", "4.5 thou"],
    [0, "0.000 mm", "0.0 thou"],
  ])("of %f µm", (um, metric, inch) => {
    expect(clearance(um, "mm")).toBe(metric);
    expect(clearance(um, "inch")).toBe(inch);
  });

  it("on a scale drops a last nought, never a digit that counts", () => {
    expect([clearanceBare(120, "mm"), clearanceBare(115, "mm")]).toEqual(["0.12", "0.115"]);
    expect([clearanceBare(25.4, "inch"), clearanceBare(114.3, "inch")]).toEqual(["1", "4.5"]);
  });
});

describe("a figure", () => {
  it.each([
    ["µm", 62, "0.062 mm", "2.4 thou"],
    ["µm", 75_012, "75.012 mm", "2.9532 in"],
    ["mm", 0.55, "0.55 mm", "0.022 in"],
    ["mm", 140, "140.0 mm", "5.51 in"],
    ["°", 34.6, "35°", "35°"],
    ["kN", 23.6, "24 kN", "24 kN"],
    ["N·m", 187, "187 N·m", "187 N·m (138 lbf·ft)"],
    ["N·m", 6.5, "6.5 N·m", "6.5 N·m (57.5 lbf·in)"],
    ["h", 251, "251 h", "251 h"],
    ["g", 566.99, "567.0 g", "20.00 oz"],
    ["cm³", 163.87, "164 cm³", "10.0 in³"],
    ["MPa", 12.34, "12.3 MPa", "12.3 MPa"],
  ])("in %s of %f", (unit, value, metric, inch) => {
    expect(figure(result(unit, value), "mm")).toBe(metric);
    expect(figure(result(unit, value), "inch")).toBe(inch);
  });

  it("may be a range, and unknown stays a word", () => {
    expect(figure(result("mm", 0.5, { value_to: 0.7 }), "mm")).toBe("0.50 to 0.70 mm");
    expect(figure(result("mm", 0, { value_to: 0 }), "mm")).toBe("0.00 to 0.00 mm");
    // A torque stays as it was given; beside it what an inch wrench shows.
    expect(figure(result("N·m", 95), "mm")).toBe("95 N·m");
    expect(figure(result("N·m", 95), "inch")).toBe("95 N·m (70.1 lbf·ft)");
    expect(figure(result("N·m", 6.5, { value_to: 11 }), "inch")).toBe(
      "6.5 to 11 N·m (57.5 to 97.4 lbf·in)",
    );
    expect(figure(result("µm", -0.2, { value_to: 35 }), "mm")).toBe("0.000 to 0.035 mm");
    expect(figure(result("µm", null), "mm")).toBe("unknown");
  });

  it("says how far off it may be in the same unit, and nothing where nobody knows", () => {
    expect(uncertainty(result("µm", 62, { uncertainty: 8 }), "mm")).toBe("± 0.008 mm");
    expect(uncertainty(result("µm", 62, { uncertainty: 8 }), "inch")).toBe("± 0.3 thou");
    expect(uncertainty(result("µm", 62, { uncertainty: 0 }), "mm")).toBe("± 0.000 mm");
    expect(uncertainty(result("µm", 62), "mm")).toBe("");
  });
});

describe("a line of working", () => {
  it("keeps the unit it was computed in and adds the reader's", () => {
    expect(lineValue(62, "µm", "inch")).toBe("62 µm (2.4 thou)");
    expect(lineValue(62, "µm", "mm")).toBe("62 µm (0.062 mm)");
    expect(lineValue(0.0833, "", "mm")).toBe("0.0833");
    expect(lineValue(206_000, "MPa", "mm")).toBe("206000 MPa");
    expect(lineValue(null, "mm", "mm")).toBe("");
  });
});

it("lengths and trailing noughts", () => {
  expect([length(25.4, "mm"), length(25.4, "inch"), length(25.4, "inch", 2)]).toEqual([
    "25.4 mm",
    "1.00 in",
    "1.000 in",
  ]);
  expect(["1.500", "100", "0.0", "10.10"].map(trim)).toEqual(["1.5", "100", "0", "10.1"]);
});

it("a sentence with both units shows one of them", () => {
  const both = "Between 0.500 mm (0.020 in) and 0.062 mm (2.4 thou), never 3 mm more.";
  expect(inUnits(both, "mm")).toBe("Between 0.500 mm and 0.062 mm, never 3 mm more.");
  expect(inUnits(both, "inch")).toBe("Between 0.020 in and 2.4 thou, never 3 mm more.");
});

it("a sentence with a torque says it in the inch world's units beside", () => {
  const said = "38 N·m asked, 36 to 40 N·m taken; its set screws 5.5 N·m.";
  expect(inUnits(said, "mm")).toBe(said);
  expect(inUnits(said, "inch")).toBe(
    "38 N·m (28 lbf·ft) asked, 36 to 40 N·m (26.6 to 29.5 lbf·ft) taken; its set screws 5.5 N·m (48.7 lbf·in).",
  );
  expect(inUnits("28 N·m (21 lbf·ft)", "inch")).toBe("28 N·m (21 lbf·ft)");
});
