/**
 * A bearing into its hub: every tap says what was seen, the drawing is to scale, the tool stands on
 * the tight ring.
 */
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { HubSection, HubWork } from "../src/api";
import { HubDrawing, hubFrame } from "../src/drawing";
import { HubDrawings } from "../src/features/bench/topics/hub/drawings";
import { HubPanel } from "../src/features/bench/topics/hub/panel";
import { button, hand, line, moveOf, show } from "./page";

const SECTION: HubSection = {
  kind: "deep_groove_ball",
  bore_mm: 40,
  outside_mm: 80,
  width_mm: 18,
  hub_outside_mm: 110,
};
const WORK: HubWork = {
  topic: "hub",
  asks: null,
  ways: [
    {
      value: "heat",
      words: "hub warm",
      verdict: { level: "good", word: "fits here", reason: "", code: "" },
      reasons: ["no force"],
      against: [],
    },
  ],
  chosen: null,
  held_by: "bore_ring",
  ring: true,
  bearing_c: null,
  needed_c: 74,
  touches_c: 55,
  limit_c: 120,
  readings: [],
  fit: null,
  stopped: "",
  tried: null,
  held: null,
  home: false,
  section: SECTION,
};

function panel(next: string, work: Partial<HubWork> = {}) {
  const tap = vi.fn();
  show(<HubPanel work={{ ...WORK, asks: moveOf(next), ...work }} tap={tap} refused={null} />, {
    actor: "Ada",
  });
  return tap;
}

describe("a bearing into its hub", () => {
  it("is measured with both equally warm", async () => {
    const tap = panel("measure_hole");
    await hand().type(line("Hole of the hub"), "79.975");
    await hand().type(line("Outside of the new ring"), "79.994");
    await hand().click(screen.getByRole("checkbox", { name: /equally warm/ }));
    await hand().click(button("Check the fit"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "measure_hole", hole: "79.975", ring: "79.994", same_warmth: true, shown: "mm" }],
    ]);
  });

  it("goes in by a way that fits", async () => {
    const tap = panel("choose_way_in");
    await hand().click(button(/Take this way/));
    expect(tap.mock.calls).toEqual([[{ kind: "choose_way_in", way: "heat" }]]);
  });

  it("is read warm, and dropped in only when it is asked for", async () => {
    const tap = panel("read_hub", { chosen: "heat", bearing_c: 18 });
    expect(screen.getByText("74 °C")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "At the shoulder of its hub" })).toBeNull();
    await hand().type(line("Hub at its hole, where it is coolest"), "92{enter}");
    expect(tap.mock.calls).toEqual([[{ kind: "read_hub", temperature: "92" }]]);
  });

  it("asks for the cold bearing first", async () => {
    const tap = panel("say_bearing_warmth", { chosen: "heat" });
    await hand().type(line("Bearing, cold"), "18{enter}");
    expect(tap.mock.calls).toEqual([[{ kind: "say_bearing_warmth", temperature: "18" }]]);
  });

  it("is pushed in, or stops on the way", async () => {
    const tap = panel("push_in", { chosen: "press" });
    await hand().click(button("At the shoulder of its hub"));
    await hand().click(button(/sticks or cocks/));
    expect(tap.mock.calls.map(([said]) => (said as { kind: string }).kind)).toEqual([
      "push_in",
      "stop_in",
    ]);
  });

  it("is straight again only with its cause", async () => {
    const tap = panel("set_straight_in", { stopped: "it cocked" });
    expect(button(/Cause removed/).hasAttribute("disabled")).toBe(true);
    await hand().type(line("What the cause was"), "burr");
    await hand().click(button(/Cause removed/));
    expect(tap.mock.calls).toEqual([[{ kind: "say_straight_in", cause: "burr" }]]);
  });

  it("is tried all round, and held by a ring with four proofs", async () => {
    const tap = panel("try_hub");
    await hand().click(button("It enters nowhere"));
    expect(tap.mock.calls).toEqual([[{ kind: "try_hub", enters: "" }]]);
    const held = panel("hold_in_hub", { home: true });
    await hand().click(screen.getByRole("checkbox", { name: /turns in its groove/ }));
    await hand().click(button("Check what holds it"));
    expect(held.mock.calls[0]?.[0]).toMatchObject({
      kind: "hold_in_hub",
      turns: true,
      groove_free: false,
    });
  });
});

describe("its drawing", () => {
  it("is to scale, with the tool on the outer ring alone or on both", () => {
    const at = hubFrame(SECTION, true, false);
    expect(at.gap).toBe(0);
    expect(at.x(SECTION.width_mm) / (at.y(20) - at.y(40))).toBeCloseTo(18 / 20, 5);
    const tall = (tool: string) => {
      const { container } = show(<HubDrawing section={SECTION} home={false} tool={tool} />);
      return Number(container.querySelector("[data-part=tool]")?.getAttribute("height"));
    };
    const outer = tall("press");
    expect(outer).toBeLessThan(hubFrame(SECTION, false, true).scale * 6);
    expect(tall("both_rings")).toBeGreaterThan(3 * outer);
  });

  it("says where a thick hub is cut off", () => {
    show(<HubDrawings work={{ ...WORK, section: { ...SECTION, hub_outside_mm: 300 } }} />);
    expect(screen.getByText(/cut off above/)).toBeTruthy();
  });
});
