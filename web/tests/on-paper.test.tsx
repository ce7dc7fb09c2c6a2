/**
 * Readings before the release, lowering, the next spot of a seat, and steps typed from paper: what
 * each tap sends, nothing chosen beforehand.
 */
import { renderHook, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { FoundWork, OutboxState } from "../src/api";
import { PaperBar } from "../src/features/bench/paper-bar";
import { useFromPaper, type Paper } from "../src/features/bench/use-paper";
import { FoundPanel } from "../src/features/bench/topics/as-found/panel";
import { LoweringPanel } from "../src/features/bench/topics/lowering/panel";
import { Reading } from "../src/features/bench/topics/prepare/reading";
import type { PrepareWork } from "../src/features/bench/topics/prepare/panel";
import type { JobAccess } from "../src/features/bench/use-job";
import { button, choice, hand, line, refusal, show } from "./page";

const FOUND: FoundWork = {
  topic: "as_found",
  asks: "read_as_found",
  read: null,
  released: false,
  across: null,
  verdicts: [],
  width_mm: 40,
};

describe("as found", () => {
  it("sends what was read and leaves the rest blank", async () => {
    const tap = vi.fn();
    show(<FoundPanel work={FOUND} tap={tap} refused={null} />);
    expect(button("Save readings").disabled).toBe(true);
    await hand().type(line("Thickest feeler that goes in"), "0.03");
    await hand().click(button("Save readings"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({
      kind: "read_as_found",
      toward: "",
      away: "",
      rings: "unknown",
      clearance: "0.03",
      sleeve_end: "",
      text: "",
      shown: "mm",
    });
  });

  it("asks for nothing once it was released", () => {
    show(
      <FoundPanel work={{ ...FOUND, asks: null, released: true }} tap={vi.fn()} refused={null} />,
    );
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("into its base", () => {
  const work = {
    topic: "lowering",
    asks: "lower_in",
    floats_words: "fixed",
    shift_mm: -5,
    verdicts: [],
  } as const;

  it("chooses nothing beforehand and says the shift that its rings make", async () => {
    const tap = vi.fn();
    show(<LoweringPanel work={{ ...work, verdicts: [] }} tap={tap} refused={null} />);
    expect(screen.getByText("by its rings 5.0 mm")).toBeTruthy();
    expect(
      screen.getAllByRole<HTMLInputElement>("radio").some((one) => one.ariaChecked === "true"),
    ).toBe(false);
    await hand().click(choice("hoist, jacks or sling"));
    await hand().click(choice("in, on its side"));
    expect(button("Down in its base").disabled).toBe(true);
    await hand().type(line("Who lowered, who guided"), "Tobit, Ines");
    await hand().click(button("Down in its base"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({
      kind: "lower_in",
      who: "Tobit, Ines",
      lifted_by: "gear",
      guided: false,
      ring: "in",
      weight: "",
      shift: "",
      shown: "mm",
    });
  });

  it("shows a refusal beside its field and keeps what was typed", () => {
    const said = {
      kind: "lower_in",
      who: "Tobit",
      lifted_by: "gear",
      guided: true,
      ring: "in",
      weight: "heavy",
      shift: "",
      shown: "mm",
    } as const;
    const problem = {
      name: "weight",
      message: "is no weight.",
      expected: "85 kg",
      choices: [],
      meant: false,
    };
    show(
      <LoweringPanel
        work={{ ...work, verdicts: [] }}
        tap={vi.fn()}
        refused={refusal(said, problem)}
      />,
    );
    expect(line(/Weight that came down/).value).toBe("heavy");
    expect(
      line(/Weight that came down/).ariaInvalid ?? line(/Weight/).getAttribute("aria-invalid"),
    ).toBe("true");
  });
});

describe("the next spot of a seat", () => {
  const spot = (section: number, direction: number, mm: number | null) => ({
    section,
    direction,
    words: `${direction}`,
    mm,
  });
  const work = {
    topic: "prepare",
    asks: "read_seat",
    shaft: [spot(1, 1, null), spot(1, 3, null)],
    bore: [],
    next_shaft: { section: 1, direction: 1 },
    next_bore: { section: 1, direction: 1 },
    repeats: [],
    repeats_bore: [],
    limits: "",
  } as unknown as PrepareWork;

  it("is the server's to say: two readings before an answer are two spots", async () => {
    const tap = vi.fn();
    show(<Reading work={work} tap={tap} refused={null} what="shaft" />);
    await hand().type(line(/micrometer/), "45.010{Enter}45.011{Enter}");
    expect(tap.mock.calls).toEqual(
      ["45.010", "45.011"].map((size) => [
        { kind: "read_seat", what: "shaft", section: null, direction: null, size, shown: "mm" },
      ]),
    );
  });

  it("is said where a person chose one, or reads one again", async () => {
    const tap = vi.fn();
    const { again } = show(<Reading work={work} tap={tap} refused={null} what="shaft" />);
    await hand().click(button(/1, 3/));
    await hand().type(line(/micrometer/), "45.012{Enter}");
    expect(tap).toHaveBeenLastCalledWith(expect.objectContaining({ section: 1, direction: 3 }));
    again(
      <Reading
        work={{ ...work, shaft: [spot(1, 1, 45.01)] }}
        tap={tap}
        refused={null}
        what="shaft"
      />,
    );
    await hand().type(line(/micrometer/), "45.013{Enter}");
    expect(tap).toHaveBeenLastCalledWith(expect.objectContaining({ section: 1, direction: 1 }));
  });
});

describe("typed from paper", () => {
  const PAPER: Paper = { on: true, doneBy: "Bram Sedgeley", doneAt: "2026-10-04T22:10" };
  beforeEach(() => sessionStorage.clear());

  function access(refused: OutboxState["refused"] = []) {
    const tap = vi.fn();
    const job = { tap, again: vi.fn(), outbox: { refused } } as unknown as JobAccess;
    return { tap, job };
  }

  it("wraps work with who did it and when, and leaves gates and notes as they are", () => {
    const { tap, job } = access();
    const { result } = renderHook(() => useFromPaper(job, PAPER));
    result.current.tap({ kind: "turn_nut", amount: "140", unit: "degrees" });
    expect(tap).toHaveBeenLastCalledWith(
      {
        kind: "from_paper",
        done_by: "Bram Sedgeley",
        done_at: new Date("2026-10-04T22:10").toISOString(),
        step: { kind: "turn_nut", amount: "140", unit: "degrees" },
      },
      undefined,
    );
    result.current.tap({ kind: "add_note", text: "page was wet" });
    expect(tap).toHaveBeenLastCalledWith({ kind: "add_note", text: "page was wet" }, undefined);
  });

  it("shows a refusal where its step was typed, and wraps nothing once the paper is away", () => {
    const step = { kind: "turn_nut", amount: "soon", unit: "degrees" } as const;
    const { tap, job } = access([refusal({ kind: "from_paper", done_by: "B", done_at: "", step })]);
    const { result, rerender } = renderHook(({ paper }) => useFromPaper(job, paper), {
      initialProps: { paper: PAPER },
    });
    expect(result.current.outbox.refused[0]?.command).toEqual(step);
    rerender({ paper: { ...PAPER, on: false } });
    result.current.tap(step);
    expect(tap).toHaveBeenLastCalledWith(step);
  });

  it("logs who says what was isolated, and nothing half said", async () => {
    const tap = vi.fn();
    show(<PaperBar paper={PAPER} onChange={vi.fn()} tap={tap} />);
    expect(button("Log who says so").disabled).toBe(true);
    await hand().type(line("Who says it was isolated and supported"), "Orla Tennick");
    await hand().type(line("What was locked, tried and supported"), "Q14, two jacks");
    await hand().click(button("Log who says so"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({
      kind: "say_paper",
      said_by: "Orla Tennick",
      how: "Q14, two jacks",
    });
  });
});
