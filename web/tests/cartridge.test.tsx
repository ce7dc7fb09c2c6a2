/**
 * Cartridges: what each tap sends, nothing chosen beforehand, drawings that follow what was
 * measured, the plan's three drafts.
 */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { CartridgeBearing, CartridgeWork } from "../src/api";
import { CartridgeSection, ScrewPattern, cartridgeFrame } from "../src/drawing";
import { screwAt } from "../src/drawing/screw-pattern";
import { CartridgeDrawings } from "../src/features/bench/topics/cartridge/drawings";
import { CartridgePanel } from "../src/features/bench/topics/cartridge/panel";
import { CARTRIDGE, draftsOf } from "../src/features/planner/cartridge-plan";
import { bearingsOf, formOf, fromForm } from "../src/features/planner/small-order";
import { UNIT } from "../src/features/planner/unit-plan";
import { button, choice, hand, line, refusal, show, moveOf } from "./page";

const BEARING: CartridgeBearing = {
  side: "fixed",
  kind: "deep_groove_ball",
  label: "6309 C3",
  bore_mm: 45,
  outside_mm: 100,
  width_mm: 25,
  on: false,
  ring_due: false,
  passes: 0,
  next_nm: 7.66,
  cover: null,
  cover_mm: null,
  has_cover: true,
  rings: [],
};

const WORK: CartridgeWork = {
  topic: "cartridge",
  asks: null,
  planned: true,
  fixed_end: "drive",
  bearings: [BEARING, { ...BEARING, side: "floating" }],
  in_housing: false,
  hand: "left",
  packed: false,
  screw_order: [1, 3, 2, 4],
  screw: "M8",
  cover_due: "fixed",
  flingers: [
    { end: "drive", gap_mm: null, good: false },
    { end: "far", gap_mm: null, good: false },
  ],
  flinger_due: "drive",
  verdicts: [],
  steps: [],
  comes_off: [],
  stands: "horizontal",
  up: null,
  clamped: false,
  nut_due: "",
  nuts: [],
  ring_due: null,
  rod_out: false,
  done: false,
};

function panel(
  next: string,
  work: Partial<CartridgeWork> = {},
  no: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  const refused = no ? refusal(...no) : null;
  show(
    <CartridgePanel work={{ ...WORK, asks: moveOf(next), ...work }} tap={tap} refused={refused} />,
    {
      actor: "Ada",
    },
  );
  return tap;
}

describe("a cartridge", () => {
  it("sets the outer ring that is due", async () => {
    const bearings = [BEARING, { ...BEARING, side: "floating" as const, ring_due: true }];
    const tap = panel("set_outer_ring", { bearings });
    await hand().click(button("Fitted, against its shoulder"));
    expect(tap.mock.calls).toEqual([[{ kind: "set_outer_ring", side: "floating" }]]);
  });

  it("asks for the room below before it is lowered, and takes the handle rod on and off", async () => {
    const room = panel("measure_below");
    await hand().type(line("Shaft will stick out below by"), "120 mm");
    await hand().type(line("Free height of the blocks"), "150 mm");
    await hand().click(button("High enough?"));
    expect(room.mock.calls[0]![0]).toMatchObject({
      kind: "measure_below",
      stands_out: "120 mm",
      free: "150 mm",
    });
    const rod = panel("use_rod", { rod_out: true });
    await hand().click(button("Handle rod is off"));
    expect(rod.mock.calls).toEqual([[{ kind: "use_rod", out: true }]]);
  });

  it("sends the four proofs of a retaining ring, none of them ticked beforehand", async () => {
    const tap = panel("seat_ring", { ring_due: { side: "fixed", sits: "bore" } });
    await hand().click(screen.getByRole("checkbox", { name: "The ring turns in its groove" }));
    await hand().type(line("Gap of its ends, over the surface"), "10 mm");
    await hand().click(button("Does it sit?"));
    expect(tap.mock.calls[0]![0]).toMatchObject({
      side: "fixed",
      sits: "bore",
      groove_free: false,
      below_surface: false,
      turns: true,
      ends_before: "10 mm",
    });
  });

  it("offers every part that nothing is in the way of, and says what is in the way of the others", async () => {
    const steps = [
      { part: "cover.drive", name: "the cover of the fixed bearing", up: null, why: "" },
      { part: "", name: "turn the housing over", up: "far" as const, why: "" },
      { part: "grease", name: "the grease between the pair", up: null, why: "" },
      {
        part: "cover.far",
        name: "the cover of the floating bearing",
        up: null,
        why: "First the grease.",
      },
    ];
    const comes_off = [{ part: "nuts.far", name: "the nut pair at the far end" }];
    const tap = panel("measure_cover", { steps, comes_off });
    await hand().click(screen.getByText("What is left, in order: turned over once"));
    expect(screen.getByText("First the grease.")).toBeTruthy();
    expect(screen.queryByRole("button", { name: /This next: the cover/ })).toBeNull();
    await hand().click(button(/This next ?: the grease between the pair/));
    expect(tap.mock.calls).toEqual([[{ kind: "take_next", part: "grease" }]]);
    await hand().click(screen.getByText("A part comes off again"));
    await hand().type(line("Why it comes off"), "seal pinched");
    await hand().click(button("Off: the nut pair at the far end"));
    expect(tap.mock.calls[1]).toEqual([
      { kind: "take_part_off", part: "nuts.far", reason: "seal pinched" },
    ]);
  });

  it("draws one that stands as it stands, the end on top that is up", () => {
    show(<CartridgeSection cartridge={{ ...WORK, stands: "upright", up: "far" }} />);
    expect(screen.getByRole("img", { name: /the far end up/ }).getAttribute("viewBox")).toMatch(
      /^0 -400/,
    );
  });

  it("writes temporary parts down where they go on, and reads both temperatures", async () => {
    const tap = panel("read_cooled");
    await hand().click(button("Write down: handle rod on the shaft end"));
    await hand().type(line("Bearing on the shaft"), "31 °C");
    await hand().type(line("Housing"), "16 °C{enter}");
    expect(tap.mock.calls.map(([sent]) => sent.kind)).toEqual(["put_in", "read_cooled"]);
    expect(tap.mock.calls[1]?.[0]).toMatchObject({
      ring_temperature: "31 °C",
      housing_temperature: "16 °C",
    });
  });

  it("that does not go in says where it stopped", async () => {
    const tap = panel("enter_housing");
    expect(button("It does not go in").disabled).toBe(true);
    await hand().type(line(/Where it stopped/), "half way");
    await hand().click(button("It does not go in"));
    expect(tap.mock.calls[0]?.[0]).toEqual({
      kind: "enter_housing",
      by_hand: false,
      text: "half way",
    });
  });

  it("turned over says what sticks out and what is free", async () => {
    const tap = panel("turn_over");
    await hand().type(line("Shaft sticks out below by"), "185");
    expect(button("Turned over: high enough?").disabled).toBe(true);
    await hand().type(line("Free height of the blocks"), "240{enter}");
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ stands_out: "185", free: "240", shown: "mm" });
  });

  it("has its nut pair judged; otherwise than asked by name only", async () => {
    const sent = {
      kind: "tighten_pair",
      torque: "92 N·m",
      wrench: "2",
      tab_bent: true,
      jammed: false,
    } as const;
    const tap = panel("tighten_pair", {}, [sent, { name: "decided_by", message: "Not jammed." }]);
    expect(screen.getAllByRole("checkbox").map((box) => (box as HTMLInputElement).checked)).toEqual(
      [false, false],
    );
    await hand().click(screen.getByRole("checkbox", { name: /tab is bent/ }));
    await hand().click(button("Accept as is (sign)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "no room");
    await hand().click(decide.getByRole("button", { name: "Accept as is" }));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      tab_bent: true,
      jammed: false,
      decided_by: "Ada",
      reason: "no room",
    });
  });

  it("is packed with words", async () => {
    const tap = panel("pack_between");
    expect(button("It is packed").disabled).toBe(true);
    await hand().type(line("Which grease, how much"), "55 g");
    await hand().click(button("It is packed"));
    expect(tap.mock.calls).toEqual([[{ kind: "pack_between", text: "55 g", amount: "" }]]);
  });

  it("measures the cover that is due, or has it draw the bearing home", async () => {
    const tap = panel("measure_cover", { cover_due: "floating" });
    await hand().type(line("Housing's face to the outer ring"), "10");
    await hand().type(line("Height of the spigot"), "8{enter}");
    await hand().click(screen.getByText("The cover is to draw it home"));
    expect(button("Drawn home, evenly").disabled).toBe(true);
    await hand().click(choice("supported"));
    await hand().click(button("Drawn home, evenly"));
    expect(tap.mock.calls.map(([sent]) => [sent.kind, sent.side])).toEqual([
      ["measure_cover", "floating"],
      ["draw_by_cover", "floating"],
    ]);
  });

  it("seals a joint, also with nothing", async () => {
    const tap = panel("seal_joint");
    await hand().click(button("none, as the maker asks"));
    await hand().click(button("Joint is done"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "seal_joint", side: "fixed", text: "none, as the maker asks" }],
    ]);
  });

  it("draws a cover down round by round, saying what is asked in this one", async () => {
    const tap = panel("tighten_round");
    expect(screen.getByText("7.7 N·m in this pass")).toBeTruthy();
    await hand().type(line("Torque of this round, with its unit"), "7.7 N·m");
    await hand().type(line("With which wrench"), "no. 1");
    await hand().type(
      line("Gap of the flange beside screws 1 to 4"),
      "0.4 + 0.4 + 0.5 + 0.4{enter}",
    );
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      side: "fixed",
      torque: "7.7 N·m",
      gaps: "0.4 + 0.4 + 0.5 + 0.4",
    });
  });

  it("sets the flinger that is due; the next one begins unticked", async () => {
    const tap = panel("set_flinger");
    await hand().type(line("Gap to the cover"), "1/32 in");
    await hand().click(screen.getByRole("checkbox", { name: "This is the pinned flinger" }));
    await hand().click(screen.getByRole("checkbox", { name: "Both set screws tight, evenly" }));
    await hand().click(button("Check the flinger"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      end: "drive",
      gap: "1/32 in",
      pinned: true,
      both_screws: true,
    });
    expect(
      (screen.getByRole("checkbox", { name: "This is the pinned flinger" }) as HTMLInputElement)
        .checked,
    ).toBe(false);
  });

  it("is topped up and listened to", async () => {
    const tap = panel("top_up");
    await hand().type(line(/Which grease, how much; what/), "20 g, silent");
    await hand().click(button("Something touches"));
    await hand().click(button("Topped up, nothing touches"));
    expect(tap.mock.calls.map(([sent]) => sent.no_contact)).toEqual([false, true]);
  });

  it("is drawn to scale with the drive end on the left, what is not on yet dashed", () => {
    const far = cartridgeFrame({ ...WORK, fixed_end: "far" });
    expect(far.left.side).toBe("floating");
    expect(cartridgeFrame(WORK).left.side).toBe("fixed");
    const bearings = [{ ...BEARING, on: true }, WORK.bearings[1]!];
    show(<CartridgeSection cartridge={{ ...WORK, bearings }} />);
    const drawn = screen.getByRole("img", { name: /fixed .*, on; floating .*, not on yet/ });
    expect(drawn.querySelectorAll('[stroke-dasharray="5 4"]').length).toBe(5);
  });

  it("a flinger that touches is drawn so", () => {
    const flingers = [{ end: "drive" as const, gap_mm: 0.1, good: false }];
    show(<CartridgeSection cartridge={{ ...WORK, flingers }} />);
    expect(screen.getByRole("img").querySelectorAll('[fill="var(--oxide)"]').length).toBe(1);
  });

  it("draws screws clockwise from the top with their order", () => {
    expect(screwAt(1, 4).y).toBeLessThan(0);
    expect(screwAt(2, 4).x).toBeGreaterThan(0);
    show(<ScrewPattern order={[1, 3, 2, 4]} screw="M8" passes={1} />);
    expect(
      screen.getByRole("img", {
        name: "Screws M8, tightened in the order 1, 3, 2, 4; 1 passes done",
      }),
    ).toBeTruthy();
  });

  it("shows its screws only once it is packed", () => {
    show(<CartridgeDrawings work={WORK} />);
    expect(screen.queryByRole("img", { name: /tightened in the order/ })).toBeNull();
  });
});

describe("the plan of a cartridge", () => {
  it("is three drafts in one form", () => {
    const drafts = draftsOf({
      "fixed.designation": "6309",
      "floating.shaft_class": "k5",
      screw: "M8",
    });
    expect(drafts).toEqual({
      fixed: { designation: "6309" },
      floating: { shaft_class: "k5" },
      cartridge: { screw: "M8" },
    });
  });

  it("puts the fixed bearing's draft where the shaft is held, whichever position was named first", () => {
    const given = { "fixed.designation": "A", "floating.designation": "B", screw: "M8" };
    const order = CARTRIDGE.order_of!(given, "in_its_seat", [
      { position_id: "p" },
      { position_id: "q" },
    ]) as {
      bearings: { floats: string; shoulder: object }[];
    };
    expect(order.bearings.map(({ floats, shoulder }) => [floats, shoulder])).toEqual([
      ["in_its_seat", { designation: "B" }],
      ["held", { designation: "A" }],
    ]);
    expect(CARTRIDGE.names!("fixed.designation", "in_its_seat")).toContain(
      "bearings.1.designation",
    );
    expect(CARTRIDGE.names!("screw", "held")).toContain("cartridge.screw");
  });

  it("two units by one plan: one holds, the other floats", () => {
    const both = [{ position_id: "p" }, { position_id: "q" }];
    expect(bearingsOf(UNIT, [{ bore: "40" }, null], "held", both)).toEqual([
      { position_id: "p", unit: { bore: "40" }, floats: "held" },
      { position_id: "q", unit: { bore: "40" }, floats: "in_the_housing" },
    ]);
    expect(bearingsOf(UNIT, [{}, null], "", [{ position_id: "p" }])).toEqual([
      { position_id: "p", unit: {} },
    ]);
    // The other one by its own plan; kept half done and gone on with, both are as they were.
    const [one, other] = bearingsOf(UNIT, [{ bore: "40" }, { bore: "45" }], "held", both);
    expect([one, other]).toMatchObject([{ unit: { bore: "40" } }, { unit: { bore: "45" } }]);
    const said = {
      draft: { bore: "40" },
      otherDraft: { bore: "45" },
      where: { positionId: "p", machine: "", name: "" },
    };
    const form = formOf({ ...said, covers: "whole", floats: "held", otherId: "q" });
    expect(fromForm(UNIT, form)).toMatchObject({
      ...said,
      covers: "whole",
      floats: "held",
      otherId: "q",
    });
    expect(fromForm(UNIT, { bore: "40" }).otherDraft).toBeNull();
  });
});
