/**
 * An entry is said again as it should have been; what it said before stays, and nothing is sent
 * half.
 */
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { LogLine } from "../src/api";
import { Correction } from "../src/features/bench/correction";
import { begun, changeable, saidAgain } from "../src/features/bench/said-again";
import { lengthsIn } from "../src/ui";
import { button, choice, hand, line as field, show } from "./page";

const logged = (says: string, said: LogLine["said"], more: Partial<LogLine> = {}): LogLine => ({
  seq: 12,
  kind: "some_kind",
  says,
  said,
  text: "Nut turned 35° on, 0.500 mm (0.020 in).",
  actor: "Ada",
  at: "",
  happened_at: "2026-11-26T09:00:00Z",
  doubt: "",
  withdrawable: false,
  replaced: null,
  ...more,
});

const LEAF = logged("try_leaf", {
  place: 2,
  row: "nut side",
  leaf: "0.06 mm",
  outcome: "passes",
  typed: false,
});
const SEAT = logged("seat_nut", {
  amount: "20",
  unit: "degrees",
  past: false,
  washer_thickness: "",
  sleeve_before: "",
  sleeve_after: "",
  tool: null,
});

describe("the command that says an entry again", () => {
  it("goes as it was kept where nothing was touched, in either unit", () => {
    for (const units of ["mm", "inch"] as const) {
      const said = Object.fromEntries(
        changeable(LEAF).map(([name, one]) => [name, begun(LEAF.said[name], one, units)]),
      );
      const { kind, shown, ...fields } = saidAgain(LEAF, said, units) as unknown as Record<
        string,
        unknown
      >;
      expect([kind, shown]).toEqual(["try_leaf", units === "mm" ? "mm" : "in"]);
      expect(fields).toEqual(LEAF.said);
    }
  });

  it.each([
    [
      LEAF,
      { leaf: "0.07", outcome: "drags" },
      { place: 2, leaf: "0.07", outcome: "drags", shown: "mm" },
    ],
    [SEAT, { past: "yes" }, { past: true, tool: null }],
    [SEAT, { tool: "steel rule" }, { past: false, tool: "steel rule" }],
    [{ ...SEAT, said: { ...SEAT.said, tool: "steel rule" } }, { tool: "" }, { tool: null }],
    [logged("lock_unit", { passes: 1, turned: "" }), { passes: "2" }, { passes: 2, turned: "" }],
    [
      logged("start_gauging", { phase: "initial", places: 3, where: "bench_top" }),
      { places: "" },
      { phase: "initial", places: null, where: "bench_top" },
    ],
  ])("takes what was changed: %o", (line, said, expected) => {
    expect(saidAgain(line as LogLine, said, "mm")).toMatchObject(expected);
  });

  it("says its units only where a length is asked", () => {
    const zero = logged("set_zero", { tap_tested: true, start_pressure: "" });
    expect(saidAgain(zero, { tap_tested: "" }, "inch")).toEqual({
      kind: "set_zero",
      tap_tested: false,
      start_pressure: "",
    });
  });
});

it.each([
  ["0.115 mm", "4.53 thou", "0.115 mm"],
  ["120 mm", "4.7244 in", "120 mm"],
  ["0 mm + 0.02 mm", "0 thou + 0.79 thou", "0 mm + 0.02 mm"],
  ["4.5 thou", "4.5 thou", "0.1143 mm"],
  ["2 7/16 in", "2 7/16 in", "2 7/16 in"],
  ["115 µm", "4.53 thou", "115 µm"],
  ["none", "none", "none"],
  ["", "", ""],
])(
  "a length said as %s is %s to who reads inches, %s to who reads millimetres",
  (said, inch, mm) => {
    expect([lengthsIn(said, "inch"), lengthsIn(said, "mm")]).toEqual([inch, mm]);
  },
);

describe("the form", () => {
  function form(line: LogLine) {
    const tap = vi.fn();
    const onClose = vi.fn();
    show(<Correction line={line} tap={tap} onClose={onClose} />);
    return { tap, onClose };
  }

  it("begins with what the entry says, and is sent only when it changed and a reason stands", async () => {
    const { tap, onClose } = form(logged("turn_nut", { amount: "35", unit: "degrees" }));
    expect(
      screen.getByText(/Nut turned 35° on, 0.500 mm\. The old entry stays readable\./),
    ).toBeTruthy();
    expect(field("How far").value).toBe("35");
    await hand().type(field("What was wrong"), "read the rim");
    expect(button("Correct it").disabled).toBe(true);
    await hand().click(choice(/rim/));
    await hand().click(button("Correct it"));
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "correct",
          target: 12,
          reason: "read the rim",
          entry: { kind: "turn_nut", amount: "35", unit: "rim", shown: "mm" },
          withdraw: false,
        },
      ],
    ]);
    expect(onClose).toHaveBeenCalledOnce();
  });

  it("does not let a correction wander to another thing", () => {
    form(LEAF);
    expect(field("Feeler").value).toBe("0.06 mm");
    expect(screen.queryByText("Place")).toBeNull();
    expect(screen.queryByText("Row")).toBeNull();
  });

  it("keeps one thing a line", () => {
    form(logged("do_stop", { standing: "standing", found: "guard loose\nfitting dirty" }));
    expect((screen.getByLabelText(/Not in order/) as HTMLTextAreaElement).value).toBe(
      "guard loose\nfitting dirty",
    );
  });

  it("withdraws only what can be withdrawn, and never without a reason", async () => {
    const { tap } = form(logged("add_note", { text: "cold" }, { withdrawable: true }));
    expect(button("Withdraw the entry").disabled).toBe(true);
    await hand().type(field("What was wrong"), "wrong job");
    await hand().click(button("Withdraw the entry"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      withdraw: true,
      entry: null,
      reason: "wrong job",
    });
  });

  it("offers no withdrawal where others hang on the entry", () => {
    form(logged("set_zero", { tap_tested: true, start_pressure: "" }));
    expect(screen.queryByRole("button", { name: "Withdraw the entry" })).toBeNull();
  });
});
