/** One tap a reading: what it sends for one row, and for both where they read the same. */
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { CellView, GaugingView, RefusedCommand } from "../src/api";
import { GaugingPanel } from "../src/features/bench/topics/tapered/gauging-panel";
import { button, hand, line, refusal, show } from "./page";

const cell = (place: number, row: CellView["row"], given: Partial<CellView> = {}): CellView => ({
  place,
  row,
  low_um: null,
  high_um: null,
  closed: false,
  contradiction: "",
  nothing_passed: false,
  next_leaf: { leaves_um: [90] },
  next_um: 90,
  chips: [
    { um: 80, next_um: 90 },
    { um: 90, next_um: 100 },
    { um: 500, next_um: null },
  ],
  trials: [],
  ...given,
});
const READ = {
  low_um: 90,
  high_um: 100,
  closed: true,
  trials: [{ seq: 9, thickness_um: 90, outcome: "passes" }],
};

function panel(
  cells: [CellView, ...CellView[]],
  settings: object = {},
  refused: RefusedCommand | null = null,
  begun = true,
) {
  const tap = vi.fn();
  const gauging: GaugingView = {
    begun,
    number: 2,
    phase: "drive_up",
    title: "Gauging on the sleeve",
    where: "hanging, at the bottom",
    places: 1,
    cells,
    findings: [],
    mean: null,
    thinnest_um: 30,
  };
  const wanted = `${cells[0].place} ${cells[0].row}`;
  show(
    <GaugingPanel
      gauging={gauging}
      tap={tap}
      busy={false}
      refused={refused}
      wanted={wanted}
      feelers={null}
      enough={false}
    />,
    { ...settings },
  );
  return tap;
}
const UNREAD: [CellView, CellView] = [cell(1, "nut side"), cell(1, "far side")];
const here = { kind: "bracket_place", place: 1, row: "nut side", typed: false, shown: "mm" };

describe("a place of which neither row is read", () => {
  it("takes one row, or both in one tap", async () => {
    const tap = panel(UNREAD);
    await hand().click(button("0.09, both rows"));
    await hand().click(button(/^0\.09\s*not 0\.10/));
    expect(tap.mock.calls).toEqual([
      [{ ...here, leaf: "90 µm", both_rows: true, last: true }],
      [{ ...here, leaf: "90 µm", both_rows: false }],
    ]);
  });

  it("says for both that none goes in", async () => {
    const tap = panel(UNREAD);
    await hand().click(button("None goes in, both rows"));
    expect(tap).toHaveBeenCalledWith({ ...here, leaf: "none", both_rows: true, last: true });
  });

  it("takes a typed feeler for one row or both, and neither while nothing is typed", async () => {
    const tap = panel(UNREAD, { units: "inch" });
    expect(button("Both rows").disabled).toBe(true);
    await hand().type(line("Or type the thickest feeler"), "4.5 thou");
    await hand().click(button("Both rows"));
    expect(tap).toHaveBeenCalledWith({
      ...here,
      leaf: "4.5 thou",
      typed: true,
      shown: "in",
      both_rows: true,
      last: true,
    });
    await hand().type(line("Or type the thickest feeler"), "5 thou");
    await hand().click(button("Goes in"));
    expect(tap).toHaveBeenLastCalledWith({
      ...here,
      leaf: "5 thou",
      typed: true,
      shown: "in",
      both_rows: false,
    });
  });

  it.each([true, false])(
    "a number read back is taken for what was said: both rows %s",
    async (both) => {
      const said = {
        ...here,
        kind: "bracket_place",
        row: "nut side",
        leaf: "40",
        typed: true,
        both_rows: both,
      } as const;
      const field = {
        name: "leaf",
        message: "“40” may be meant otherwise.",
        expected: "",
        choices: ["40 µm", "4.0 thou"],
      };
      const tap = panel(UNREAD, {}, refusal({ ...said, shown: "mm" }, field));
      await hand().click(button("4.0 thou"));
      expect(tap).toHaveBeenCalledWith({
        ...said,
        leaf: "4.0 thou",
        ...(both ? { last: true } : {}),
      });
    },
  );

  it("cannot say of the thickest feeler that the next one stopped", () => {
    panel(UNREAD);
    expect(button("0.50, both rows").disabled).toBe(true);
  });
});

describe("a place of which one row is read", () => {
  it("asks for the other alone", async () => {
    const tap = panel([cell(1, "far side"), cell(1, "nut side", READ)]);
    expect(screen.queryByRole("button", { name: /both rows/i })).toBeNull();
    await hand().click(button(/^0\.08/));
    expect(tap).toHaveBeenCalledWith({
      ...here,
      row: "far side",
      leaf: "80 µm",
      both_rows: false,
      last: true,
    });
  });

  it("is no reason to say another place row by row", () => {
    panel([cell(2, "nut side"), cell(2, "far side"), cell(1, "nut side", READ)]);
    expect(button("0.08, both rows").disabled).toBe(false);
  });
});

describe("a gauging that is asked for", () => {
  it("begins with its first reading, and is ended by the one that completes it", async () => {
    const places = [cell(1, "nut side"), cell(1, "far side"), cell(2, "nut side", READ)] as [
      CellView,
      ...CellView[],
    ];
    const tap = panel(places, {}, null, false);
    const begins = { phase: "drive_up", places: 1 };
    expect(screen.getByText(/Both rows at once end the gauging/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: /^Finish/ })).toBeNull();
    await hand().click(button(/^0\.09\s*not 0\.10/));
    expect(tap).toHaveBeenLastCalledWith({ ...here, leaf: "90 µm", both_rows: false, ...begins });
    await hand().click(button("0.09, both rows"));
    expect(tap).toHaveBeenLastCalledWith({
      ...here,
      leaf: "90 µm",
      both_rows: true,
      last: true,
      ...begins,
    });
  });

  it("is not ended by a place that is read once more, nor while one contradicts", async () => {
    const tap = panel([cell(1, "nut side", READ), cell(1, "far side", READ)]);
    await hand().click(button(/^0\.09\s*not 0\.10/));
    expect(tap.mock.calls.at(-1)?.[0]).not.toHaveProperty("last", true);
  });

  it("is not ended while another place contradicts itself", async () => {
    const tap = panel([
      cell(1, "nut side"),
      cell(1, "far side", { ...READ, contradiction: "0.10 passed, 0.09 did not" }),
    ]);
    await hand().click(button(/^0\.09\s*not 0\.10/));
    expect(tap.mock.calls.at(-1)?.[0]).not.toHaveProperty("last", true);
  });
});
