/** An entry is said again as it should have been; what it said before stays, and nothing is sent half. */
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { LogLine } from "../src/api";
import { Correction } from "../src/features/bench/correction";
import { entryOf } from "../src/features/bench/correction-entry";
import { OPTIONS, TEXTS, labelFor, optionsFor } from "../src/features/bench/correction-fields";
import { button, choice, hand, line as field, show } from "./page";

const logged = (kind: string, said: Record<string, string>, more: Partial<LogLine> = {}): LogLine => ({
  seq: 12,
  kind,
  says: "",
  said,
  text: "Nut turned 35° on, 0.500 mm (0.020 in).",
  actor: "Ada",
  at: "",
  happened_at: "2026-11-26T09:00:00Z",
  clock_off: false,
  correctable: true,
  withdrawable: false,
  replaced: null,
  ...more,
});

describe("the command that says an entry again", () => {
  it.each([
    [
      logged("leaf_tried", { place: "2", row: "inner", leaf: "0.06", outcome: "passes" }),
      { kind: "try_leaf", place: 2, row: "inner", leaf: "0.06", outcome: "passes", shown: "mm" },
    ],
    [
      logged("nut_turned", { amount: "35", unit: "" }),
      { kind: "turn_nut", amount: "35", unit: "degrees", shown: "mm" },
    ],
    [
      logged("tab_seen", { amount: "1/2", unit: "slots" }),
      { kind: "see_tab", amount: "1/2", unit: "slots", shown: "mm" },
    ],
    [
      logged("zero_set", { tap_tested: "", start_pressure: "2 MPa" }),
      { kind: "set_zero", tap_tested: false, start_pressure: "2 MPa" },
    ],
    [
      logged("hand_checked", { swivel: "binds", turns_freely: "yes" }),
      { kind: "hand_check", swivel: "binds", turns_freely: true },
    ],
    [
      logged("gauging_started", { phase: "mounted", where: "bench_top", places: "3" }),
      { kind: "start_gauging", phase: "mounted", where: "bench_top", places: 3 },
    ],
    [logged("locked", { turn: "4" }), { kind: "lock", turn: "4" }],
    [logged("note_added", { text: "cold" }), { kind: "add_note", text: "cold" }],
    [
      logged("seat_read", { section: "1", direction: "3", size: "79.98" }, { says: "read_seat" }),
      { kind: "read_seat", section: 1, direction: 3, size: "79.98" },
    ],
    [
      logged("gap_said", { gap: "0.8", closes: "yes" }, { says: "say_gap" }),
      { kind: "say_gap", gap: "0.8", closes: true },
    ],
    [
      logged("nut_backed_off", { gap: "3", whole_nut: "" }, { says: "back_nut_off" }),
      { kind: "back_nut_off", gap: "3", whole_nut: false },
    ],
  ])("of %o", (line, expected) => {
    expect(entryOf(line, line.said, "mm")).toEqual(expected);
  });

  it("keeps an unread seat tool unknown", () => {
    const seat = logged("nut_seated", { amount: "20", unit: "degrees", past: "", tool: "" });
    expect(entryOf(seat, seat.said, "inch")).toMatchObject({ tool: null, past: false, shown: "in" });
  });

  it("is none for an entry that cannot be said again", () => {
    expect(entryOf(logged("signed", {}), {}, "mm")).toBeNull();
  });
});

describe("the form", () => {
  function form(line: LogLine) {
    const tap = vi.fn();
    const onClose = vi.fn();
    show(<Correction line={line} ways={["degrees", "rim", "slots"]} tap={tap} onClose={onClose} />);
    return { tap, onClose };
  }

  it("begins with what the entry says, and is sent only when it changed and a reason stands", async () => {
    const { tap, onClose } = form(logged("nut_turned", { amount: "35", unit: "degrees" }));
    expect(screen.getByText(/Nut turned 35° on, 0.500 mm\. The old entry stays readable\./)).toBeTruthy();
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

  it("withdraws only what can be withdrawn, and never without a reason", async () => {
    const { tap } = form(logged("note_added", { text: "cold" }, { withdrawable: true }));
    expect(button("Withdraw the entry").disabled).toBe(true);
    await hand().type(field("What was wrong"), "wrong job");
    await hand().click(button("Withdraw the entry"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ withdraw: true, entry: null, reason: "wrong job" });
  });

  it("offers no withdrawal where others hang on the entry", () => {
    form(logged("zero_set", { tap_tested: "yes", start_pressure: "" }));
    expect(screen.queryByRole("button", { name: "Withdraw the entry" })).toBeNull();
  });

  it("has one name for every field", () => {
    expect(Object.keys(OPTIONS).filter((name) => name in TEXTS)).toEqual([]);
    expect(optionsFor("mark_seen", "how")?.label).toBe("How sure");
    expect(optionsFor("made_unusable", "how")).toBeUndefined();
    expect(labelFor("made_unusable", "how")).toBe("How");
  });
});
