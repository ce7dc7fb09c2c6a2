/**
 * Panels after locking: nothing that matters is chosen beforehand, what each tap sends, what was
 * refused stays.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, screen, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import type {
  CareWork,
  ClosingWork,
  Crib,
  GreaseWork,
  LargeSealWork,
  RefusedCommand,
  RunWork,
  SealWork,
} from "../src/api";
import type { Tap } from "../src/features/bench/parts";
import { ClosingPanel } from "../src/features/bench/topics/bolts/panel";
import { CarePanel } from "../src/features/bench/topics/care/panel";
import { GreaseDrawings } from "../src/features/bench/topics/grease/drawings";
import { GreasePanel } from "../src/features/bench/topics/grease/panel";
import { LargeSealPanel } from "../src/features/bench/topics/large-seal/panel";
import { RunPanel } from "../src/features/bench/topics/runin/panel";
import { SealsPanel } from "../src/features/bench/topics/seals/panel";
import { GunsShelf, WrenchesShelf } from "../src/features/toolcrib/tools-shelf";
import { button, choice, hand, line, refusal, show, moveOf } from "./page";

const CRIB = {
  gauges: [],
  cards: [],
  guns: [
    {
      id: "gun-1",
      gun: { name: "Gun 1, blue band", stroke_g: 1.3, spread_g: 0.03 },
      stroke: "1.3 g ± 0.03 g",
      draft: {
        name: "Gun 1, blue band",
        weighings: "13 g",
        weighed_on: "",
        grease: "Mill grease 2",
      },
      version: 1,
      actor: "Ada",
      recorded_at: "2026-11-20T08:00:00Z",
      withdrawn: false,
      history: ["2026-11-20, Ada: first typed in"],
    },
  ],
  wrenches: [
    {
      id: "wrench-3",
      wrench: { name: "No. 3", least_nm: 60, most_nm: 340, checked_on: null, length_mm: 520 },
      draft: { name: "No. 3", least: "60 N·m", most: "340 N·m", length: "520 mm", checked_on: "" },
      version: 1,
      actor: "Ada",
      recorded_at: "2026-11-20T08:00:00Z",
      withdrawn: false,
      history: [],
    },
  ],
} as unknown as Crib;

/** A panel with the crib at hand; what its taps send. */
function panel(made: (tap: Tap) => ReactNode) {
  const queries = new QueryClient({
    defaultOptions: { queries: { retry: false, staleTime: Infinity } },
  });
  queries.setQueryData(["crib"], CRIB);
  const tap = vi.fn<Tap>();
  show(<QueryClientProvider client={queries}>{made(tap)}</QueryClientProvider>, { actor: "Ada" });
  return { tap, sent: (at = 0): unknown => tap.mock.calls[at]?.[0] };
}

const nothingChosen = () => expect(screen.queryAllByRole("radio", { checked: true })).toEqual([]);

const GREASE: GreaseWork = {
  topic: "grease",
  asks: null,
  kind: "",
  name: "",
  thickeners: ["lithium", "polyurea"],
  paces: [{ value: "middling", words: "middling" }],
  counted: false,
  packed: null,
  corners: [1, 2, 3, 4].map((number) => ({ number, asked: 5, given: null, verdict: null })),
  grams: 26,
  ounces: 0.92,
  strokes: 20,
  stroke_g: 1.3,
  cartridges: 1,
  gun: "Gun 1",
  stored: false,
  housing: null,
  verdicts: [],
  done: false,
};
const grease = (
  next: string,
  work: Partial<GreaseWork> = {},
  refused: RefusedCommand | null = null,
) =>
  panel((tap) => (
    <GreasePanel work={{ ...GREASE, asks: moveOf(next), ...work }} tap={tap} refused={refused} />
  ));

describe("grease", () => {
  it("asks what was in there before; oil asks neither thickener nor that", async () => {
    const { sent } = grease("choose_lubricant");
    expect(button("This goes in").disabled).toBe(true);
    await hand().type(line("Name and number on the tin"), "Mill grease 2");
    await hand().selectOptions(line("Its thickener"), "polyurea");
    await hand().selectOptions(line("What was in there"), "unknown");
    await hand().click(button("This goes in"));
    expect(sent()).toMatchObject({ lubricant: "grease", thickener: "polyurea", old: "unknown" });
    await hand().click(choice("oil"));
    expect(screen.queryByLabelText("Its thickener")).toBeNull();
    await hand().click(button("This goes in"));
    expect(sent(1)).toMatchObject({ lubricant: "oil", thickener: "", old: "" });
  });

  it("takes the stroke of a gun from the crib and asks how fast it runs", async () => {
    const { sent } = grease("plan_fill");
    expect(button("Work it out").disabled).toBe(true);
    expect(screen.queryByRole("radio", { name: "middling", checked: true })).toBeNull();
    await hand().click(choice("middling"));
    await hand().click(button("Gun 1, blue band: 1.3 g ± 0.03 g"));
    await hand().type(line("Inside diameter of the housing"), "232 mm");
    await hand().click(button("Work it out"));
    expect(sent()).toMatchObject({
      pace: "middling",
      gun: "Gun 1, blue band",
      stroke: "1.3 g ± 0.03 g",
      housing: "232 mm",
      sheet: "",
      volume: "",
    });
  });

  it("is packed full or in part with a tap, not at all by name only", async () => {
    const { tap, sent } = grease("pack_bearing");
    await hand().click(screen.getByRole("checkbox", { name: /Turned/ }));
    await hand().click(button("Packed full"));
    expect(sent()).toEqual({ kind: "pack_bearing", how: "full", turned: true });
    await hand().click(button("It is not packed"));
    expect(tap).toHaveBeenCalledOnce();
    const dialog = within(screen.getByRole("dialog"));
    await hand().type(dialog.getByLabelText("Reason"), "comes packed");
    await hand().click(dialog.getByRole("button", { name: "Accept as is" }));
    expect(sent(1)).toMatchObject({ how: "none", decided_by: "Ada", reason: "comes packed" });
  });

  it("goes corner by corner, any of them first, or with what it really got; one that is wrong comes back", async () => {
    const { sent } = grease("fill_corner");
    await hand().click(button("Corner 1 has its 5 strokes"));
    await hand().click(choice("3: 5 strokes"));
    await hand().type(line("Or what it got, strokes"), "7{enter}");
    expect([sent(0), sent(1)]).toEqual([
      { kind: "fill_corner", corner: 1, amount: "5" },
      { kind: "fill_corner", corner: 3, amount: "7" },
    ]);
  });

  it("proposes the corner that got too much before the next empty one", () => {
    const [first, ...others] = GREASE.corners;
    const verdict = { word: "too much", level: "stop" as const, reason: "9 of 5." };
    grease("fill_corner", { corners: [{ ...first!, given: 9, verdict }, ...others] });
    expect(button("Corner 1 has its 5 strokes")).toBeTruthy();
  });

  it("to its level asks for open channels; none is ticked beforehand", async () => {
    const { sent } = grease("fill_oil", { kind: "oil" });
    await hand().type(line("Oil below the middle of the shaft"), "55{enter}");
    expect(sent()).toMatchObject({
      below: "55",
      channels_open: false,
      level_both: false,
      shown: "mm",
    });
  });

  it("is shown in every measure that is known", () => {
    const { container } = show(<GreaseDrawings work={{ ...GREASE, ounces: null }} />);
    expect(container.textContent).toContain("26 g · 20 strokes of 1.3 g · 1 cartridge to bring");
    expect(container.textContent).not.toContain("oz");
  });
});

const bolt = (number: number, passes = 0) => ({
  at: { number, x: 0, y: 0 },
  order: number,
  passes,
  verdict: null,
});
const CLOSING: ClosingWork = {
  topic: "bolts",
  asks: null,
  split: true,
  habit: null,
  habits: [
    { value: "all_snug", words: "all snug until the floating bearing is in", usual: true },
    { value: "fixed_first", words: "the fixed base first", usual: false },
  ] as ClosingWork["habits"],
  to_plan: "cap",
  joints: [
    {
      joint: "cap",
      layout: "corners",
      screw: "M16, 8.8",
      torque_nm: 180,
      set_nm: 180,
      wrench: "No. 3",
      bolts: [bolt(1, 1), bolt(2), bolt(3, 1), bolt(4)],
      next_bolt: 2,
      next_turn: 1,
      next_nm: 54,
      at_torque: false,
    },
  ] as ClosingWork["joints"],
  ring: { width_mm: 53, toward_mm: null, away_mm: null, plan_toward_mm: null, held: false },
  lines: [],
  grades: ["8.8", "10.9"],
  finishes: ["dry", "oiled"],
  into: ["steel", "grey iron"],
};
const closing = (
  next: string,
  work: Partial<ClosingWork> = {},
  refused: RefusedCommand | null = null,
) =>
  panel((tap) => (
    <ClosingPanel work={{ ...CLOSING, asks: moveOf(next), ...work }} tap={tap} refused={refused} />
  ));

describe("closing", () => {
  it("a pair only where the numbers agree; faces that were not wiped are said", async () => {
    const { sent } = closing("pair_cap");
    expect(button("They are a pair").disabled).toBe(true);
    await hand().click(button("The numbers do not agree"));
    await hand().click(screen.getByRole("checkbox", { name: /Numbers of cap/ }));
    await hand().click(button("They are a pair"));
    expect([sent(0), sent(1)]).toEqual([
      { kind: "pair_cap", numbers_agree: false, faces_clean: false, rubs: "" },
      { kind: "pair_cap", numbers_agree: true, faces_clean: false, rubs: "" },
    ]);
  });

  it("both habits stand side by side, one of them usual", async () => {
    const { sent } = closing("choose_habit");
    expect(button("all snug until the floating bearing is in (usual)")).toBeTruthy();
    await hand().click(button("the fixed base first"));
    expect(sent()).toEqual({ kind: "choose_habit", habit: "fixed_first" });
  });

  it("a joint sends the maker's torque, or grade and thread, never both", async () => {
    const { sent } = closing("plan_joint", { joints: [] });
    await hand().click(button("4"));
    await hand().type(line("Thread"), "M16");
    await hand().type(line("The maker's torque"), "190 N·m");
    await hand().click(button("No. 3"));
    await hand().click(button("Work out the torque"));
    await hand().click(choice("grade and thread"));
    await hand().selectOptions(line("Grade"), "8.8");
    await hand().click(choice("oiled"));
    await hand().click(button("Work out the torque"));
    expect(sent(0)).toMatchObject({
      joint: "cap",
      count: "4",
      torque: "190 N·m",
      wrench_to: "340 N·m",
    });
    expect(sent(0)).not.toHaveProperty("grade");
    expect(sent(1)).toMatchObject({ grade: "8.8", finish: "oiled" });
    expect(sent(1)).not.toHaveProperty("torque");
  });

  it("bolt by bolt: the next one, any other in its own pass, another torque", async () => {
    const { sent } = closing("tighten_bolt");
    await hand().click(button("Bolt 2 is at its torque, pass 1"));
    await hand().click(choice("3: 1 of 4"));
    await hand().click(button("Bolt 3 is at its torque, pass 2"));
    await hand().type(line("Or at another torque"), "60 N·m");
    await hand().click(button("At that"));
    expect([0, 1, 2].map((at) => sent(at))).toMatchObject([
      { bolt: 2, turn: 1, torque: "" },
      { bolt: 3, turn: 2, torque: "" },
      { bolt: 2, turn: 1, torque: "60 N·m" },
    ]);
  });

  it("a joint opened again is said with a reason", async () => {
    const { sent } = closing("tighten_bolt");
    await hand().click(button("The joint was opened again"));
    const dialog = within(screen.getByRole("dialog"));
    await hand().type(dialog.getByLabelText("Reason"), "shim forgotten");
    await hand().click(dialog.getByRole("button", { name: "Opened" }));
    expect(sent()).toEqual({ kind: "loosen_joint", joint: "cap", reason: "shim forgotten (Ada)" });
  });

  it("both gaps are needed; the question is that of the bearing", async () => {
    const { sent } = closing("read_ring_gaps");
    await hand().type(line("Gap towards the other bearing"), "2");
    expect(button("Does it float?").disabled).toBe(true);
    await hand().type(line("Gap away from it"), "2.4");
    await hand().click(choice("cap on, pushed to and fro with a dial"));
    await hand().click(button("Does it float?"));
    expect(sent()).toEqual({
      kind: "read_ring_gaps",
      toward: "2",
      away: "2.4",
      how: "pushed",
      shown: "mm",
    });
  });

  it("what rubs takes the good answer away", async () => {
    const { sent } = closing("look_rubbing");
    await hand().type(line("Or what rubs, how it turns"), "outboard seal");
    expect(button("Turns, nothing rubs").disabled).toBe(true);
    await hand().click(button("Something rubs"));
    expect(sent()).toEqual({ kind: "look_rubbing", freely: true, rubs: "outboard seal" });
  });

  it("lined up under load, refused: what was typed stays, at its field", () => {
    const said = {
      kind: "align_loaded",
      offset: "a bit",
      over: "1000",
      feet: "",
      turned: true,
    } as const;
    closing(
      "align_loaded",
      {},
      refusal(said, { name: "offset", message: "No length.", expected: "0.2 mm" }),
    );
    expect(line("Out of line by").value).toBe("a bit");
    expect(line("Out of line by").getAttribute("aria-invalid")).toBe("true");
  });
});

const RUN: RunWork = {
  topic: "runin",
  asks: null,
  ambient_c: 18,
  bumped: true,
  running: true,
  runs: 1,
  concluded: false,
  well: false,
  read_by: ["thermometer", "crayon"],
  bearings: ["Drive side", "Free side"].map((name, i) => ({
    place: String(i + 1),
    name,
    readings: i === 0 ? [{ minutes: 0, low_c: 18, high_c: 18 }] : [],
    curve: [],
    level_c: null,
    spread_k: null,
    look_c: 90,
    stop_c: 100,
    greased_min: null,
    verdicts: [],
  })) as RunWork["bearings"],
};
const run = (next: string, work: Partial<RunWork> = {}) =>
  panel((tap) => (
    <RunPanel work={{ ...RUN, asks: moveOf(next), ...work }} tap={tap} refused={null} />
  ));

describe("running in", () => {
  it("begins with which way it turns", async () => {
    const { sent } = run("bump_direction");
    await hand().click(button("The wrong way"));
    await hand().click(button("It turns the right way"));
    expect([sent(0), sent(1)]).toEqual([
      { kind: "bump_direction", right: false },
      { kind: "bump_direction", right: true },
    ]);
  });

  it("a second start says whether it has cooled", async () => {
    const { sent } = run("start_run");
    await hand().type(line("How warm it is around the machine"), "18 °C");
    await hand().click(button("It is still warm"));
    await hand().click(button("It runs now"));
    expect(sent()).toEqual({ kind: "start_run", how: "cold", ambient: "18 °C" });
  });

  it("asks for the bearing that was read least, and empties itself after a reading", async () => {
    const { sent } = run("read_warmth");
    expect(choice("Free side").getAttribute("aria-checked")).toBe("true");
    expect(button("Save reading").disabled).toBe(true);
    await hand().click(choice("crayon"));
    await hand().type(line("Housing"), "<75");
    await hand().click(choice("rumble"));
    await hand().click(button("Save reading"));
    expect(sent()).toMatchObject({
      place: "2",
      temperature: "<75",
      by: "crayon",
      noise: "rumble",
      after: "",
    });
    expect(line("Housing").value).toBe("");
  });

  it("not well needs words, well does not", async () => {
    const { sent } = run("conclude_run", { running: false });
    expect(button("Not well").disabled).toBe(true);
    expect(screen.queryByRole("button", { name: "It is stopped" })).toBeNull();
    await hand().click(button("It ran in well"));
    expect(sent()).toEqual({ kind: "conclude_run", well: true, text: "" });
  });

  it("where it must stop, stopping is the main tap and needs no words", async () => {
    const { sent } = run("stop_run");
    await hand().click(button("It is stopped"));
    expect(sent()).toMatchObject({ kind: "stop_run" });
  });
});

const SEALS: SealWork = {
  topic: "seals",
  asks: null,
  kind: "lip",
  kinds: [
    {
      value: "lip",
      words: "lip seal in the housing's groove, two halves",
      asks_material: true,
      asks_held: false,
      rubs: true,
      has_lip: true,
      asks_inner: false,
    },
    {
      value: "labyrinth",
      words: "labyrinth ring, purged with grease",
      asks_material: false,
      asks_held: false,
      rubs: false,
      has_lip: false,
      asks_inner: true,
    },
    {
      value: "v_ring",
      words: "V-ring on the shaft",
      asks_material: false,
      asks_held: true,
      rubs: true,
      has_lip: true,
      asks_inner: true,
    },
  ],
  materials: ["NBR", "FKM"],
  due_side: "inboard",
  has_lip: true,
  halves: false,
  asks_moves: false,
  screw: "",
  setting: {
    greased: "Grooves in base and cap filled with grease, lip greased",
    top: "Ends of the halves at the top",
    dry: "",
    into: "into its groove",
    sits: "It sits in its groove",
  },
  asked_lip: "away",
  sides: [],
  lines: [],
  bore_mm: 110,
  outside_mm: 200,
  width_mm: 53,
  shaft_mm: 100,
  done: false,
};
const seals = (next: string, work: Partial<SealWork> = {}) =>
  panel((tap) => (
    <SealsPanel work={{ ...SEALS, asks: moveOf(next), ...work }} tap={tap} refused={null} />
  ));

describe("seals", () => {
  it("the other side can be in hand first", async () => {
    const side = (name: "inboard" | "outboard", left: string): SealWork["sides"][number] => ({
      side: name,
      planned: true,
      lip: null,
      on: false,
      left,
      purged: false,
      width_mm: null,
      free_mm: null,
      rings: null,
    });
    const { tap } = seals("put_ring_on", {
      kind: "felt",
      has_lip: false,
      sides: [side("inboard", "on"), side("outboard", "set")],
    });
    expect(screen.getByRole("button", { name: "The inboard ring is on the shaft" })).toBeTruthy();
    await hand().click(button("The outboard side is in hand"));
    expect(screen.queryByRole("button", { name: "The inboard ring is on the shaft" })).toBeNull();
    await hand().click(button("It sits in its groove"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "set_seal", side: "outboard", greased: false, joint_top: false, rubs: "" }],
    ]);
    await hand().click(button("Back to the inboard side"));
    expect(screen.getByRole("button", { name: "The inboard ring is on the shaft" })).toBeTruthy();
  });

  it("neither kind nor purpose is chosen beforehand; a labyrinth has no material", async () => {
    const { sent } = seals("plan_seals");
    expect(button("These seals").disabled).toBe(true);
    await hand().click(choice("labyrinth ring, purged with grease"));
    expect(screen.queryByRole("radio", { name: "NBR" })).toBeNull();
    await hand().click(choice("to keep dirt and water out"));
    await hand().click(button("These seals"));
    expect(sent()).toMatchObject({
      seal: "labyrinth",
      purpose: "keep_dirt",
      sides: "both",
      material: "",
    });
  });

  it("FKM is asked how cold it is where it is fitted", async () => {
    const { sent } = seals("plan_seals");
    await hand().click(choice("lip seal in the housing's groove, two halves"));
    expect(screen.queryByLabelText("Where it is fitted")).toBeNull();
    await hand().click(choice("FKM"));
    await hand().type(line("Where it is fitted"), "4 °C");
    await hand().click(choice("to keep dirt and water out"));
    await hand().click(button("These seals"));
    expect(sent()).toMatchObject({ material: "FKM", fitting_temperature: "4 °C" });
  });

  it("a ring with a lip says which way it looks; one without does not ask", async () => {
    const { sent } = seals("put_ring_on");
    nothingChosen();
    expect(button("The inboard ring is on the shaft").disabled).toBe(true);
    await hand().click(choice("towards the bearing"));
    await hand().click(button("The inboard ring is on the shaft"));
    expect(sent()).toMatchObject({
      kind: "put_ring_on",
      side: "inboard",
      lip: "toward",
      protected: false,
    });
  });

  it("without a lip it goes on with one tap", async () => {
    const { sent } = seals("put_ring_on", { has_lip: false, kind: "labyrinth" });
    await hand().click(button("The inboard ring is on the shaft"));
    expect(sent()).toMatchObject({
      kind: "put_ring_on",
      side: "inboard",
      lip: "",
      protected: true,
    });
    expect(screen.queryByLabelText("Its width before it is fitted")).toBeNull();
  });

  it("a labyrinth needs both gaps and says whether its screws are tight; purged until it shows", async () => {
    const { sent } = seals("place_labyrinth");
    await hand().type(line("Gap away from the fixed bearing"), "1.5");
    expect(button("Has it room?").disabled).toBe(true);
    await hand().type(line("Gap towards the fixed bearing"), "0.6");
    await hand().click(button("Has it room?"));
    expect(sent()).toMatchObject({
      side: "inboard",
      growth_side: "1.5",
      other: "0.6",
      screws: false,
    });
  });

  it("a V-ring is asked for its sheet and what holds it", async () => {
    const { sent } = seals("plan_seals");
    expect(screen.queryByLabelText("Speed")).toBeNull();
    await hand().click(choice("V-ring on the shaft"));
    await hand().click(choice("a shoulder or clamp behind it"));
    await hand().type(line("Width when set, least"), "6 mm");
    await hand().type(line("Width when set, most"), "8 mm");
    await hand().click(choice("to keep dirt and water out"));
    await hand().click(button("These seals"));
    expect(sent()).toMatchObject({
      seal: "v_ring",
      held: "behind",
      sheet_least: "6 mm",
      sheet_most: "8 mm",
    });
  });

  it("a V-ring's width is asked as it goes on, and not once more as it is pushed up", async () => {
    const { sent } = seals("put_ring_on", { kind: "v_ring" });
    await hand().click(choice("towards the bearing"));
    await hand().type(line("Its width before it is fitted"), "7.5 mm");
    await hand().click(button("The inboard ring is on the shaft"));
    expect(sent()).toMatchObject({ kind: "put_ring_on", free: "7.5 mm" });
    cleanup();
    const side = {
      side: "inboard",
      planned: true,
      lip: "toward",
      on: true,
      left: "push",
      purged: false,
    } as const;
    const known = { ...side, growth_side_mm: null, other_mm: null, width_mm: null, free_mm: 7.5 };
    seals("push_v_ring", { kind: "v_ring", sides: [known] });
    expect(screen.queryByLabelText("Its width before it was fitted")).toBeNull();
  });

  it("a V-ring's width goes as it was typed, with whether it is the same all round", async () => {
    const { sent } = seals("push_v_ring", { kind: "v_ring" });
    expect(button("Is it squeezed right?").disabled).toBe(true);
    await hand().type(line("From the face to its back"), "6.9");
    await hand().click(
      screen.getByRole("checkbox", { name: "The same at three places round the shaft" }),
    );
    await hand().click(button("Is it squeezed right?"));
    expect(sent()).toMatchObject({
      kind: "push_v_ring",
      side: "inboard",
      width: "6.9",
      free: "",
      even: true,
    });
  });

  it("what is asked when a seal is set is what its kind asks", async () => {
    const { sent } = seals("set_seal", {
      kind: "v_ring",
      setting: {
        greased: "Lip and face thinly greased",
        top: "",
        dry: "",
        into: "",
        sits: "It runs on its face",
      },
    });
    expect(screen.getAllByRole("checkbox")).toHaveLength(1);
    await hand().click(screen.getByRole("checkbox", { name: "Lip and face thinly greased" }));
    await hand().click(button("It runs on its face"));
    expect(sent()).toEqual({
      kind: "set_seal",
      side: "inboard",
      greased: true,
      joint_top: false,
      rubs: "",
    });
  });

  it("nothing shows yet is an answer too", async () => {
    const { sent } = seals("purge_seal", { due_side: "outboard" });
    await hand().click(button("Nothing shows yet"));
    expect(sent()).toEqual({ kind: "purge_seal", side: "outboard", shows: false, strokes: "" });
  });
});

const RING: LargeSealWork = {
  topic: "large_seal",
  asks: null,
  planned: true,
  shaft_mm: 980,
  split: false,
  loop_mm: null,
  screws: null,
  shaft_last: false,
  cover: true,
  materials: ["NBR"],
  clock: [],
  next_hour: 6,
  lead: [],
  lines: [],
  starts_at: null,
  straps: "",
  done: false,
};
const ring = (next: string, work: Partial<LargeSealWork> = {}) =>
  panel((tap) => (
    <LargeSealPanel work={{ ...RING, asks: moveOf(next), ...work }} tap={tap} refused={null} />
  ));

describe("a large seal", () => {
  it("is planned with three answers that nobody gives for the fitter", async () => {
    const { sent } = ring("plan_large_seal", { planned: false });
    nothingChosen();
    await hand().type(line("Shaft diameter"), "980 mm");
    await hand().click(
      within(screen.getByRole("radiogroup", { name: "Joined on site" })).getByRole("radio", {
        name: "no",
      }),
    );
    await hand().click(button("Plan it"));
    expect(sent()).toMatchObject({
      shaft: "980 mm",
      split: "no",
      holds_itself: "",
      shaft_last: "",
      starts_at: "",
    });
  });

  it("is pressed in by the clock; straps that are in can come out there", async () => {
    const { sent } = ring("press_at", { straps: "two, knots away from the spring" });
    await hand().click(button("Fitted at 6 o’clock"));
    await hand().click(button("They are pulled out"));
    expect([sent(0), sent(1)]).toEqual([
      { kind: "press_at", hour: 6 },
      { kind: "use_straps", out: true },
    ]);
  });

  it("not flat is said with where", async () => {
    const { sent } = ring("seat_flat");
    expect(button("It is not flat").disabled).toBe(true);
    await hand().type(line("Or where it stands up, or is folded"), "at 4 o'clock");
    expect(button("Flat to the bottom all round").disabled).toBe(true);
    await hand().click(button("It is not flat"));
    expect(sent()).toEqual({ kind: "seat_flat", flat: false, text: "at 4 o'clock" });
  });

  it.each([
    ["ready_seat", "The housing is ready", { kind: "ready_seat", dry: false, rounded: false }],
    [
      "lay_spring",
      "The spring is in",
      { kind: "lay_spring", lock_checked: false, groove_greased: false },
    ],
  ])("%s says what was not ticked", async (next, act, said) => {
    const { sent } = ring(next);
    await hand().click(button(act));
    expect(sent()).toEqual(said);
  });
});

const CARE: CareWork = {
  topic: "care",
  looks: ["Seals: a collar of clean grease, none torn or out", "Even noise, no new shaking"],
  asks: null,
  bearing: "22222 K C3",
  ways: [
    { value: "until_shows", words: "until clean grease shows" },
    { value: "sealed_insert", words: "sealed insert: counted strokes" },
    { value: "for_life", words: "greased for life" },
  ] as CareWork["ways"],
  usual: null,
  way: null,
  dirt: ["clean", "dirty"],
  wet: ["dry", "wet"],
  shakes: ["quiet", "heavy"],
  stands: ["horizontal", "vertical"],
  due: [],
  grease: "Mill grease 2",
  gun: "Gun 1",
  stroke: "1.3 g",
  strokes: null,
  amount_g: null,
  temperature_c: 48,
  running: false,
  verdict: null,
};
const care = (next: string, work: Partial<CareWork> = {}) =>
  panel((tap) => (
    <CarePanel work={{ ...CARE, asks: moveOf(next), ...work }} tap={tap} refused={null} />
  ));

describe("keeping", () => {
  it("chooses neither the way nor what shortens the interval; what the job knows stands there", async () => {
    const { sent } = care("set_care");
    nothingChosen();
    expect(button("Put it into the rounds").disabled).toBe(true);
    await hand().click(choice("until clean grease shows"));
    expect(screen.getAllByRole("radio", { checked: true })).toHaveLength(1);
    expect(line("Housing when running").value).toBe("48 °C");
    for (const said of ["dirty", "wet", "heavy", "vertical", "from the side"])
      await hand().click(choice(said));
    await hand().click(button("Put it into the rounds"));
    expect(sent()).toMatchObject({
      way: "until_shows",
      dirt: "dirty",
      stands: "vertical",
      path: "side",
      gun: "Gun 1",
      running: "no",
    });
  });

  it("a sealed insert is asked for strokes and never for what a purge needs", async () => {
    const { sent } = care("set_care");
    await hand().click(choice("sealed insert: counted strokes"));
    expect(screen.queryByRole("radio", { name: "dirty" })).toBeNull();
    expect(line("Strokes, at most")).toBeTruthy();
    await hand().click(button("Put it into the rounds"));
    expect(sent()).not.toHaveProperty("dirt");
  });

  it("a bearing by its number alone, or by its sizes and what rolls in it", async () => {
    const { sent } = care("say_bearing");
    await hand().type(line("Number on the ring, or what it is called"), "old roller");
    expect(screen.queryByRole("radio", { name: "balls" })).toBeNull();
    await hand().type(line("Bore"), "90 mm");
    await hand().click(choice("spherical or tapered rollers"));
    await hand().click(button("This one"));
    expect(sent()).toMatchObject({ designation: "old roller", bore: "90 mm", design: "spherical" });
  });
});

describe("the crib", () => {
  function shelf(Shelf: typeof GunsShelf, open: string, keep = vi.fn().mockResolvedValue(null)) {
    const calls = { setOpen: vi.fn(), setWithdrawing: vi.fn() };
    show(<Shelf crib={CRIB} keep={keep} open={open} {...calls} />);
    return { ...calls, keep };
  }

  it("shows what a stroke gives, changes it with a reason, withdraws it", async () => {
    const { keep, setWithdrawing } = shelf(GunsShelf, "gun-1");
    expect(screen.getByText("One stroke gives 1.3 g ± 0.03 g")).toBeTruthy();
    await hand().clear(line("Ten strokes weigh"));
    await hand().type(line("Ten strokes weigh"), "9 g");
    await hand().type(line("Why it is changed"), "piston ring worn");
    await hand().click(button("Keep the changed gun"));
    expect(keep).toHaveBeenCalledWith("guns/gun-1", {
      gun: expect.objectContaining({ name: "Gun 1, blue band", weighings: "9 g" }) as unknown,
      reason: "piston ring worn",
    });
    await hand().click(button("Withdraw Gun 1, blue band"));
    expect(setWithdrawing).toHaveBeenCalledWith("gun-1");
  });

  it("says that a wrench was never checked, and takes a new one under a name of its own", async () => {
    const { keep } = shelf(WrenchesShelf, "new wrench");
    expect(screen.getByText(/Never checked/)).toBeTruthy();
    await hand().type(line("Name of the wrench"), "No. 9");
    await hand().type(line("Its scale ends at"), "400 N·m");
    await hand().click(button("Keep the wrench"));
    const [path, body] = keep.mock.calls[0] as [string, { wrench: unknown }];
    expect(path).toMatch(/^wrenches\/wrench-/);
    expect(body.wrench).toMatchObject({ name: "No. 9", most: "400 N·m" });
  });

  it("keeps what was typed when it is refused", async () => {
    const wrong = refusal(
      { kind: "add_note", text: "" },
      { name: "weighings", message: "What do ten strokes weigh?" },
    );
    shelf(GunsShelf, "new gun", vi.fn().mockResolvedValue(wrong.problem));
    await hand().type(line("Name of the gun"), "Gun 9");
    await hand().click(button("Keep the gun"));
    expect((await screen.findByRole("alert")).textContent).toContain("Nothing was lost");
    expect(line("Name of the gun").value).toBe("Gun 9");
    expect(line("Ten strokes weigh").getAttribute("aria-invalid")).toBe("true");
  });
});
