/**
 * A ring onto its shoulder: every tap says what was seen, the clock runs only where readings tell,
 * the drawing is to scale.
 */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { ShoulderSection, ShoulderWork } from "../src/api";
import { ShoulderDrawing, TiltClock, shoulderFrame } from "../src/drawing";
import { ShoulderDrawings } from "../src/features/bench/topics/shouldered/drawings";
import { ShoulderPanel } from "../src/features/bench/topics/shouldered/panel";
import { secondsLeft } from "../src/features/bench/topics/shouldered/grip";
import { button, hand, line, refusal, show, moveOf } from "./page";

type Way = ShoulderWork["ways"][number];
const way = (value: Way["value"], words: string, level: Way["verdict"]["level"]): Way => ({
  value,
  words,
  verdict: { level, word: level, reason: `${words}: because.` },
  reasons: [`for ${words}`],
  against: level === "good" ? [] : [`against ${words}`],
});
const SECTION: ShoulderSection = {
  kind: "deep_groove_ball",
  bore_mm: 45,
  outside_mm: 85,
  width_mm: 19,
  inner_raceway_mm: 55,
  outer_raceway_mm: 77,
  tube: { inside_mm: { low: 45.5, high: 47 }, outside_mm: 54, length_mm: 140 },
};
const WORK: ShoulderWork = {
  topic: "shouldered",
  asks: null,
  ways: [
    way("heat", "warm", "good"),
    way("press", "press", "watch"),
    way("drift", "drift", "stop"),
  ],
  chosen: null,
  held_by: "lock_nut",
  shaft_c: null,
  needed_c: 98,
  limit_c: 120,
  contact_c: null,
  contact_at: null,
  off: false,
  readings: [],
  reading: null,
  gaps_mm: [],
  tilt_deg: null,
  tilt: null,
  stopped: "",
  shoulder: null,
  held: null,
  setting: null,
  setting_asked: "",
  section: SECTION,
};

function panel(
  next: string,
  work: Partial<ShoulderWork> = {},
  refused: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  const no = refused ? refusal(...refused) : null;
  show(<ShoulderPanel work={{ ...WORK, asks: moveOf(next), ...work }} tap={tap} refused={no} />, {
    actor: "Ada",
  });
  return tap;
}

describe("the way on", () => {
  it("is taken by one tap where it fits, by name where it does not", async () => {
    const tap = panel("choose_way_on");
    await hand().click(button(/Take this way ?: warm/));
    await hand().click(button(/Take this way ?: drift/));
    expect(tap.mock.calls).toEqual([[{ kind: "choose_way_on", way: "heat" }]]);
    const decide = within(screen.getByRole("dialog"));
    expect(decide.getByText(/drift: because\./)).toBeTruthy();
    await hand().type(decide.getByLabelText("Reason"), "no press here");
    await hand().click(decide.getByRole("button", { name: "Decide so" }));
    expect(tap.mock.calls[1]).toEqual([
      { kind: "choose_way_on", way: "drift", decided_by: "Ada", reason: "no press here" },
    ]);
  });
});

describe("a warm ring", () => {
  const warm = { chosen: "heat", shaft_c: 14, contact_c: 55 } as const;

  it("asks for the shaft first", async () => {
    const tap = panel("say_shaft_warmth", { chosen: "heat" });
    expect(screen.queryByLabelText("Thermometer on the inner ring")).toBeNull();
    await hand().type(line("Shaft at the seat"), "57 °F{enter}");
    expect(tap.mock.calls).toEqual([[{ kind: "say_shaft_warmth", temperature: "57 °F" }]]);
  });

  it("is read with one probe or two, against target and limit", async () => {
    const tap = panel("read_ring", warm);
    expect(screen.getByText("98 °C")).toBeTruthy();
    expect(screen.getByText("120 °C")).toBeTruthy();
    await hand().type(line("Thermometer on the inner ring"), "84 °C");
    await hand().type(line("On the outer ring (leave blank if none)"), "75{enter}");
    expect(tap.mock.calls).toEqual([
      [{ kind: "read_ring", ring_temperature: "84 °C", outer_temperature: "75", crayon: "" }],
    ]);
    expect(screen.queryByRole("button", { name: /At its shoulder/ })).toBeNull();
  });

  it("is read with a crayon, which says one side", async () => {
    const tap = panel("read_ring", warm);
    await hand().click(screen.getByRole("radio", { name: /not melted/ }));
    await hand().type(line("What the crayon is made for"), "100 °C{enter}");
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      ring_temperature: "100 °C",
      crayon: "not melted",
    });
  });

  it("goes off the heater before it goes home, and can be stopped on the way", async () => {
    const tap = panel("switch_off", warm);
    await hand().click(button("Heater is off, demagnetised"));
    expect(tap.mock.calls).toEqual([[{ kind: "switch_off" }]]);
    const later = panel("push_home", { ...warm, off: true });
    await hand().click(button("At its shoulder, held until it gripped"));
    await hand().click(button("It sticks or cocks: stop"));
    expect(later.mock.calls.map(([command]) => command.kind)).toEqual(["push_home", "stop_on"]);
  });

  it("counts down only where its readings tell when it grips", () => {
    const at = "2026-11-26T09:00:40Z";
    expect(secondsLeft(at, Date.parse("2026-11-26T09:00:00Z"))).toBe(40);
    expect(secondsLeft(at, Date.parse("2026-11-26T09:05:00Z"))).toBe(0);
    expect(secondsLeft(null, 0)).toBeNull();
    panel("push_home", { ...warm, off: true });
    expect(screen.queryByRole("timer")).toBeNull();
    expect(screen.getByText(/two readings after the heater is off tell when/)).toBeTruthy();
  });

  it("shows the seconds that are left", () => {
    const soon = new Date(Date.now() + 45_000).toISOString();
    panel("push_home", { ...warm, off: true, contact_at: soon });
    expect(screen.getByRole("timer").textContent).toMatch(/^4[45] s$/);
  });

  it("that went over its limit is replaced with a reason", async () => {
    const tap = panel("renew_ring", warm);
    expect(button("Another ring is here").disabled).toBe(true);
    await hand().click(button("went over its limit"));
    await hand().click(button("Another ring is here"));
    expect(tap.mock.calls).toEqual([[{ kind: "renew_ring", reason: "went over its limit" }]]);
  });

  it("brings a refused reading back with what is wrong", () => {
    const sent = { kind: "read_ring", ring_temperature: "900", outer_temperature: "" } as const;
    const field = {
      name: "ring_temperature",
      message: "900 °C is no temperature.",
      expected: "°C",
      choices: [],
    };
    panel("read_ring", warm, [sent, field]);
    expect(line("Thermometer on the inner ring").value).toBe("900");
    expect(screen.getByText(/900 °C is no temperature\./)).toBeTruthy();
  });
});

describe("a cold ring", () => {
  it("is gauged at four places, and goes home with what the gauge showed", async () => {
    const tap = panel("push_home", { chosen: "press" });
    expect(button("Is it square?").disabled).toBe(true);
    await hand().type(line(/^Gaps:/), "1 + 1.2 + 1 + 0.8");
    await hand().type(line("On a circle of"), "70");
    await hand().click(button("Is it square?"));
    await hand().type(line("How it went, force on the gauge"), "7 kN");
    await hand().click(button("At its shoulder"));
    expect(tap.mock.calls.map(([command]) => command)).toEqual([
      { kind: "read_gaps", gaps: "1 + 1.2 + 1 + 0.8", circle: "70", shown: "mm" },
      { kind: "push_home", text: "7 kN" },
    ]);
  });

  it("that stopped goes on only once the cause is named", async () => {
    const tap = panel("set_straight_on", { chosen: "press", stopped: "it tilted" });
    expect(screen.queryByRole("button", { name: "At its shoulder" })).toBeNull();
    await hand().type(line("What the cause was"), "burr");
    await hand().click(button("Cause removed, all square again"));
    expect(tap.mock.calls).toEqual([[{ kind: "say_straight_on", cause: "burr" }]]);
  });
});

describe("at its shoulder", () => {
  it("the feeler enters nowhere by one tap, or somewhere by name of the side", async () => {
    const tap = panel("try_shoulder");
    await hand().click(button("It enters nowhere"));
    expect(button("It enters there").disabled).toBe(true);
    await hand().click(screen.getByRole("checkbox", { name: "right" }));
    await hand().click(screen.getByRole("checkbox", { name: "bottom" }));
    await hand().click(button("It enters there"));
    expect(tap.mock.calls.map(([command]) => command.enters)).toEqual(["", "right, bottom"]);
  });

  it("a lock nut is said with wrench and tab", async () => {
    const tap = panel("hold_fast");
    expect(screen.queryByLabelText(/Gap of its ends/)).toBeNull();
    await hand().type(line(/How it was tightened/), "no. 3, 80 N·m");
    await hand().click(screen.getByRole("checkbox", { name: "A tab is bent into a slot" }));
    await hand().click(button("Check the lock"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      text: "no. 3, 80 N·m",
      tab_bent: true,
      turns: false,
    });
  });

  it("a retaining ring is said with its four proofs, none of them ticked before", async () => {
    const tap = panel("hold_fast", { held_by: "retaining_ring" });
    await hand().click(button("Check the lock"));
    await hand().type(line("Gap of its ends, over the surface"), "12");
    await hand().type(line("Gap of its ends, in the groove"), "4.4");
    for (const name of [/Groove free/, /Below the surface/, /turns in its groove/])
      await hand().click(screen.getByRole("checkbox", { name }));
    await hand().click(button("Check the lock"));
    const [first, second] = tap.mock.calls.map(([command]) => command);
    expect(first).toMatchObject({ groove_free: false, below_surface: false, turns: false });
    expect(second).toMatchObject({
      groove_free: true,
      below_surface: true,
      turns: true,
      ends_before: "12",
      ends_after: "4.4",
    });
  });

  it("what does not turn freely needs words", async () => {
    const tap = panel("turn_by_hand");
    expect(button("It does not").disabled).toBe(true);
    await hand().type(line(/Describe/), "rough");
    await hand().click(button("It does not"));
    await hand().click(button("It turns freely"));
    expect(tap.mock.calls.map(([command]) => command.freely)).toEqual([false, true]);
  });

  it("leaves nothing to tap when all is done", () => {
    panel("nothing");
    expect(screen.queryAllByRole("button")).toEqual([]);
  });
});

describe("the drawing", () => {
  it("is to one scale in both directions and keeps inside its sheet", () => {
    for (const gap of [0, 0.3, 2, 40]) {
      const at = shoulderFrame(SECTION, gap);
      expect(at.x(19)).toBeCloseTo(19 * at.scale);
      expect(at.y(45 / 2) - at.y(85 / 2)).toBeCloseTo(20 * at.scale);
      expect(at.x(at.collar + at.gap + 19)).toBeLessThan(at.width);
      expect(at.y(at.inside)).toBeLessThan(at.height);
    }
  });

  it("says its sizes in the reader's unit, and the tube that fits", () => {
    show(<ShoulderDrawing section={SECTION} gapMm={0.4} />, { units: "inch" });
    const words = screen.getByRole("img").getAttribute("aria-label");
    expect(words).toContain(
      "1.77 in by 3.35 in by 0.75 in to scale; gap to the shoulder 0.016 in; tube under 2.13 in",
    );
  });

  it("shows where it stands open, with all four gaps", () => {
    show(<TiltClock gaps={[1, 1.2, 1, 0.8]} towardsDeg={90} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "Gaps: top 1.00 mm, right 1.20 mm, bottom 1.00 mm, left 0.80 mm; open towards 90 degrees from the top",
    );
  });

  it("beside the work names the tube, and no gap once it is home", () => {
    const home = { level: "good", word: "against its shoulder", reason: "" } as const;
    show(<ShoulderDrawings work={{ ...WORK, gaps_mm: [1, 1, 1, 1], shoulder: home }} />);
    expect(
      screen.getByText(
        /inside 45\.5 mm to 47\.0 mm, outside under 54\.0 mm, longer than 140\.0 mm/,
      ),
    ).toBeTruthy();
    expect(screen.getAllByRole("img")[0]?.getAttribute("aria-label")).toContain(
      "against its shoulder",
    );
  });
});
