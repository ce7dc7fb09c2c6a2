/**
 * The shaft line, entry by entry: what each form sends, in the reader's unit, at the bearing that
 * is named.
 */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { LineUpPanel, type LineUpWork } from "../src/features/bench/topics/lineup/panel";
import { button, choice, hand, line, refusal, show, moveOf } from "./page";

const bearing = (id: string, name: string, at_mm: number | null, floats: "held" | "unknown") => ({
  id,
  name,
  at_mm,
  floats,
  label: name,
  short: floats === "held" ? "fixed" : "not said yet",
  drawn_at_mm: at_mm ?? 900,
  bore_mm: 90,
  outside_mm: 160,
  width_mm: 40,
  sleeve_end_mm: null,
});
const WORK: LineUpWork = {
  topic: "lineup",
  asks: null,
  drawing: {
    bearings: [
      bearing("drive", "drive side", 180, "held"),
      bearing("tail", "tail side", null, "unknown"),
    ],
    beside: [],
    datum: "coupling end",
    dimensions: [],
    known: false,
    length_mm: 1_200,
    parts: [],
    shaft_mm: 80,
  },
  choices: [
    { value: "held", words: "held, it is the fixed one" },
    { value: "in_its_seat", words: "its outer ring slides in the seat" },
  ],
  floating: "tail",
  gaps: [],
  materials: ["steel", "stainless_austenitic"],
  rings: [],
  running: null,
};

function panel(
  next: string,
  settings: object = {},
  refused: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  const no = refused ? refusal(...refused) : null;
  show(<LineUpPanel work={{ ...WORK, asks: moveOf(next) }} tap={tap} refused={no} />, {
    ...settings,
  });
  return tap;
}
const fill = async (entries: Record<string, string>) => {
  for (const [name, value] of Object.entries(entries)) await hand().type(line(name), value);
};

describe("who holds the shaft", () => {
  it("is asked for the bearing that nobody has spoken for yet", async () => {
    const tap = panel("say_float");
    await hand().click(button("its outer ring slides in the seat"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "say_float", place: "tail", floats: "in_its_seat", groove: "" }],
    ]);
  });

  it("takes a snap ring with one bearing and does not carry it to the next", async () => {
    const tap = panel("say_float");
    await hand().click(choice("inner groove: fixes"));
    await hand().click(button("held, it is the fixed one"));
    await hand().click(choice(/drive side/));
    await hand().click(button("its outer ring slides in the seat"));
    expect(tap.mock.calls.map(([command]) => [command.place, command.groove])).toEqual([
      ["tail", "inner"],
      ["drive", ""],
    ]);
  });
});

describe("centre marks", () => {
  it("begin at the bearing without one, and name the datum only where it changes", async () => {
    const tap = panel("say_mark", { units: "inch" });
    expect(button("Note the centre mark").disabled).toBe(true);
    await fill({ "Centre mark from the datum": "36 1/4 in" });
    await hand().click(button("Note the centre mark"));
    expect(tap.mock.calls[0]).toEqual([
      { kind: "say_mark", place: "tail", at: "36 1/4 in", datum: "", shown: "in" },
    ]);
  });
});

describe("each form sends what was typed, as it was typed", () => {
  it.each([
    [
      "say_rings",
      {
        "Width of the housing seat": "62",
        "Rings on the datum's side (leave blank if none)": "10 + 1",
      },
      "Work out the room",
      { place: "tail", seat: "62", near: "10 + 1", far: "", shown: "mm" },
    ],
    [
      "lay_sleeve",
      { "Bearing laid on: sleeve's thread end to the ring's near face": "31,5" },
      "Work out the start",
      {
        place: "drive",
        sleeve_to_ring: "31,5",
        drive_up: "",
        nut_side: "",
        at_zero: false,
        from_mark: false,
        shown: "mm",
      },
    ],
    [
      "set_offset",
      { "Floating bearing, from the middle of its seat": "0.8 mm" },
      "Note where it stands",
      { offset: "0.8 mm", away: false, place: "", shown: "mm" },
    ],
    [
      "say_feet",
      { "Feeler under each foot, bolt loose": "0 + 0.05 + 0 + 0.12" },
      "Work out the shims",
      { place: "drive", gaps: "0 + 0.05 + 0 + 0.12", shown: "mm" },
    ],
    [
      "say_bolt_holes",
      { Hole: "22", Bolt: "20", "Correction wanted": "0.7" },
      "Does it fit?",
      { place: "drive", hole: "22", bolt: "20", wanted: "0.7", shown: "mm" },
    ],
  ])("%s", async (kind, entries, action, sent) => {
    const tap = panel(kind);
    await fill(entries);
    await hand().click(button(action));
    expect(tap.mock.calls).toEqual([[{ kind, ...sent }]]);
    const [first = ""] = Object.keys(entries);
    expect(line(first).value).toBe("");
  });

  it("temperatures, with what shaft and base are made of", async () => {
    const tap = panel("say_running");
    await hand().selectOptions(line("Shaft of"), "stainless_austenitic");
    await fill({ "When mounted": "18", "Shaft, running": "140 °F", "Base, running": "25" });
    await hand().click(button("Work out the growth"));
    expect(tap.mock.calls[0]?.[0]).toEqual({
      kind: "say_running",
      shaft_material: "stainless_austenitic",
      base_material: "steel",
      mount: "18",
      running_shaft: "140 °F",
      running_base: "25",
      start_shaft: "",
      cold: "",
    });
    expect(screen.getAllByText("stainless austenitic")).toHaveLength(2);
  });

  it("the side of a laid sleeve's nut, and that it stands at its zero", async () => {
    const tap = panel("lay_sleeve");
    await fill({ "Bearing laid on: sleeve's thread end to the ring's near face": "31" });
    await hand().click(choice("away from the datum"));
    await hand().click(screen.getByRole("checkbox", { name: /Read at the tap-tested zero/ }));
    await hand().click(button("Work out the start"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      nut_side: "away from the datum",
      at_zero: true,
    });
  });

  it("where a pair holds, with its end play", async () => {
    const tap = panel("read_end_play");
    await fill({ "End play, cold, pushed to and fro": "1.2 mm" });
    expect(button("Check the play")).toHaveProperty("disabled", true);
    await hand().click(choice(/the inner faces/));
    await hand().click(button("Check the play"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ play: "1.2 mm", faces: "inner" });
  });

  it("the way of an offset, of a gap and of a labyrinth", async () => {
    const tap = panel("set_offset");
    await fill({ "Floating bearing, from the middle of its seat": "0.8" });
    await hand().click(choice("away from it"));
    await hand().click(button("Note where it stands"));
    await hand().click(choice("Gaps"));
    await hand().click(button("flinger"));
    await fill({ "As set": "0.8" });
    await hand().click(screen.getByRole("checkbox", { name: "Growth closes it" }));
    await hand().click(button("Check the gap"));
    await hand().click(choice("Alignment"));
    await hand().click(choice("laser"));
    await hand().click(screen.getByRole("checkbox", { name: "The seal is a labyrinth" }));
    await fill({ "Offset read": "0.2", "Over a length of": "300" });
    await hand().click(button("Check the alignment"));
    expect(tap.mock.calls.map(([command]) => command)).toMatchObject([
      { kind: "set_offset", away: true },
      { kind: "say_gap", name: "flinger", gap: "0.8", closes: false },
      { kind: "read_alignment", labyrinth: true, tool: "laser", offset: "0.2", over: "300" },
    ]);
  });
});

describe("a refused entry", () => {
  const sent = { kind: "say_feet", place: "tail", gaps: "0 + x", shown: "mm" } as const;

  it("is in the form again, with what would be right and readings to choose from", async () => {
    const tap = panel("say_feet", {}, [
      sent,
      {
        name: "gaps",
        message: "The second foot is no number.",
        expected: "0 + 0.05",
        choices: ["0 + 0"],
      },
    ]);
    expect(line("Feeler under each foot, bolt loose").value).toBe("0 + x");
    const meant = within(screen.getByRole("group", { name: /What was meant/ }));
    await hand().click(meant.getByRole("button", { name: "0 + 0" }));
    await hand().click(button("Work out the shims"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ gaps: "0 + 0" });
  });

  it("that names no entry says why above the button", () => {
    panel("say_feet", {}, [sent]);
    expect(screen.getByText("▲ Something is missing.")).toBeTruthy();
  });

  it("of another kind leaves a form alone", () => {
    panel("lay_sleeve", {}, [sent]);
    expect(screen.queryByText(/Something is missing/)).toBeNull();
  });
});
