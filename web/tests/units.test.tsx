/**
 * Housed units and inserts: nothing is chosen beforehand, what each tap sends, drawings that follow
 * what was measured.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { InsertWork, UnitWork } from "../src/api";
import { InsertHousing, UnitAlong, UnitEndOn, cutOf } from "../src/drawing";
import { boltsOf } from "../src/drawing/unit-housing";
import { InsertDrawings } from "../src/features/bench/topics/insert/drawings";
import { InsertPanel } from "../src/features/bench/topics/insert/panel";
import { UnitDrawings } from "../src/features/bench/topics/units/drawings";
import { UnitPanel } from "../src/features/bench/topics/units/panel";
import { UnitPage } from "../src/features/planner";
import { emptyOf, matters } from "../src/features/planner/small-plans";
import { UNIT } from "../src/features/planner/unit-plan";
import { button, choice, hand, line, refusal, show, moveOf } from "./page";

const WORK: UnitWork = {
  topic: "units",
  asks: null,
  form: "foot_4",
  lock: "set_screws",
  shaft_mm: 40,
  outside_mm: 80,
  width_mm: 49.2,
  bolts: 4,
  rotation_here: null,
  collar_turned: null,
  toward_mm: null,
  away_mm: null,
  floats_words: "floating",
  screw: "6.5 to 11 N·m",
  verdicts: [],
  alone: false,
  screws_open: false,
  done: false,
};

const INSERT: InsertWork = {
  topic: "insert",
  asks: null,
  planned: true,
  outside_mm: 80,
  ring_mm: 21,
  to_marked_mm: null,
  to_other_mm: null,
  groove_side: "unseen",
  pin_slot: null,
  groove_faces: null,
  tilt_deg: null,
  goes: 0,
  grit: false,
  balls: "",
  hole_step: null,
  plugged: false,
  may_grease: false,
  closings: [
    { closed: "new_fitting", cost: "greased in a minute" },
    { closed: "plug", cost: "nothing gets in" },
    { closed: "old_fitting", cost: "saves a fitting" },
  ],
  verdicts: [],
  done: false,
};

function unit(
  next: string,
  work: Partial<UnitWork> = {},
  no: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  show(
    <UnitPanel
      work={{ ...WORK, asks: moveOf(next), ...work }}
      tap={tap}
      refused={no ? refusal(...no) : null}
    />,
    {
      actor: "Ada",
    },
  );
  return tap;
}

function insert(next: string, work: Partial<InsertWork> = {}) {
  const tap = vi.fn();
  show(<InsertPanel work={{ ...INSERT, asks: moveOf(next), ...work }} tap={tap} refused={null} />);
  return tap;
}

describe("a unit", () => {
  it("that does not go on says why", async () => {
    const tap = unit("slide_on");
    expect(button("It does not go on").disabled).toBe(true);
    await hand().type(line(/What is on the shaft/), "old screw mark");
    await hand().click(button("It does not go on"));
    await hand().click(button("It is on, by hand"));
    expect(tap.mock.calls.map(([sent]) => sent.by_hand)).toEqual([false, true]);
    expect(tap.mock.calls[0]?.[0].text).toBe("old screw mark");
  });

  it("that floats says its room, one that is held does not", async () => {
    const tap = unit("find_float");
    expect(button("Check it").disabled).toBe(true);
    await hand().click(choice("snap ring, outer groove"));
    await hand().type(line("Room towards the fixed unit"), "1.5");
    await hand().type(line("Room away from it"), "3{enter}");
    await hand().click(choice("snap ring, inner groove"));
    expect(screen.queryByLabelText("Room away from it")).toBeNull();
    await hand().click(button("Check it"));
    expect(tap.mock.calls.map(([sent]) => [sent.by, sent.room_toward, sent.room_away])).toEqual([
      ["ring_outer", "1.5", "3"],
      ["ring_inner", "", ""],
    ]);
  });

  it("on feet asks for a feeler under each, on a flange for none", async () => {
    const tap = unit("line_up_unit");
    await hand().type(line("Offset read"), "0.2");
    await hand().type(line("Over a length of"), "800");
    await hand().type(line("Feeler that goes in under each of 4 feet"), "0 + 0.1 + 0 + 0");
    await hand().click(button("Is it in line?"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      kind: "line_up_unit",
      offset: "0.2",
      over: "800",
      feet: "0 + 0.1 + 0 + 0",
      shown: "mm",
    });
  });

  it("on a flange has no feet", () => {
    unit("line_up_unit", { form: "flange" });
    expect(screen.queryByLabelText(/Leaf that goes in/)).toBeNull();
  });

  it("bolted off its value goes on by name only", async () => {
    const sent = { kind: "bolt_housing", torque: "90 N·m", wrench: "no. 2" } as const;
    const tap = unit("bolt_housing", {}, [sent, { name: "decided_by", message: "Too tight." }]);
    expect(line("Torque, with its unit").value).toBe("90 N·m");
    await hand().click(button("Accept as is (sign)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "newer sheet");
    await hand().click(decide.getByRole("button", { name: "Accept as is" }));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      torque: "90 N·m",
      decided_by: "Ada",
      reason: "newer sheet",
    });
  });

  it("locked by screws says footing, line and passes; nothing is chosen beforehand", async () => {
    const tap = unit("lock_unit");
    expect(screen.queryAllByRole("radio", { checked: true })).toEqual([]);
    await hand().type(line("Torque, with its unit"), "9 N·m");
    await hand().type(line("With which wrench or key"), "key 1");
    expect(button("It is locked").disabled).toBe(true);
    await hand().click(choice("a dimple"));
    await hand().click(choice("yes"));
    await hand().click(choice("two, alternately"));
    await hand().click(button("It is locked"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      footing: "dimple",
      in_line: "yes",
      passes: 2,
      turned: "",
    });
  });

  it.each([
    ["collar", "anticlockwise", { turned: "anticlockwise", footing: "" }],
    ["clamp", "no", { slits_apart: "no", turned: "" }],
  ] as const)("locked by its %s asks for what matters there", async (lock, said, sent) => {
    const tap = unit("lock_unit", { lock });
    await hand().click(choice(said));
    await hand().type(line("Torque, with its unit"), "5 N·m");
    await hand().type(line("With which wrench or key"), "key");
    await hand().click(button("It is locked"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ ...sent, passes: 1 });
  });

  it("turned before and after it is locked, and its screws a second time", async () => {
    const turned = unit("turn_shaft");
    await hand().click(button("It turns freely"));
    expect(turned.mock.calls).toEqual([[{ kind: "turn_shaft", freely: true, text: "" }]]);
  });

  it("whose screws are open takes the second tightening", async () => {
    const tap = unit("nothing", { screws_open: true });
    await hand().type(line("Screws again, torque with its unit"), "9 N·m");
    await hand().type(line("After how many hours of running"), "6 h{enter}");
    expect(tap.mock.calls).toEqual([[{ kind: "tighten_again", torque: "9 N·m", after: "6 h" }]]);
  });

  it("is drawn by its form, with the way shaft and collar turn", () => {
    expect([boltsOf("foot_2").length, boltsOf("foot_4").length, boltsOf("pilot").length]).toEqual([
      2, 4, 4,
    ]);
    const collar = { ...WORK, lock: "collar" as const, rotation_here: "clockwise" as const };
    show(<UnitEndOn unit={{ ...collar, collar_turned: "anticlockwise" }} />);
    const drawn = screen.getByRole("img", {
      name: /the shaft turns clockwise; collar turned anticlockwise/,
    });
    expect(drawn.querySelectorAll('[stroke="var(--oxide)"]').length).toBe(1);
  });

  it("along its shaft magnifies a thin room, and says how much", () => {
    show(<UnitAlong width={49.2} toward={1} away={3} />);
    expect(screen.getByRole("img", { name: /magnified 7 times/ })).toBeTruthy();
    expect(screen.getByText("room × 7")).toBeTruthy();
  });

  it("shows what was said with its verdicts", () => {
    const verdict = { word: "floats", level: "good", reason: "" } as const;
    show(
      <UnitDrawings
        work={{ ...WORK, toward_mm: 1, away_mm: 3, verdicts: [{ what: "Along", verdict }] }}
      />,
    );
    expect(screen.getByRole("region", { name: "Unit" }).textContent).toContain("floats");
  });
});

describe("an insert", () => {
  it("that had turned in its housing says what it looks like", async () => {
    const tap = insert("take_insert_out");
    expect(button("Out: its outer ring had turned").disabled).toBe(true);
    await hand().click(button("rust all round"));
    await hand().click(button("Out: its outer ring had turned"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "take_insert_out", had_turned: true, text: "rust all round" }],
    ]);
  });

  it("has its side found by the fitting and by the bore", async () => {
    const tap = insert("measure_fitting");
    await hand().type(line("Fitting to the marked face"), "14");
    await hand().type(line("Fitting to the other face"), "21{enter}");
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      kind: "measure_fitting",
      to_marked: "14",
      to_other: "21",
    });
  });

  it("whose bore was looked at can be measured again when the two part", async () => {
    const tap = insert("see_bore", { pin_slot: true });
    expect(button("Measured again").disabled).toBe(true);
    expect(button("Save").disabled).toBe(true);
    await hand().click(choice("towards the other face"));
    await hand().click(choice("there is none"));
    await hand().click(button("Save"));
    expect(tap.mock.calls[0]?.[0]).toEqual({ kind: "see_bore", groove: "other", pin_slot: false });
  });

  it("goes in with its groove and pin said, none of them beforehand", async () => {
    const tap = insert("enter_insert");
    expect(button("Fitted").disabled).toBe(true);
    await hand().click(choice("the marked face"));
    await hand().click(choice("in the housing's slot"));
    await hand().click(button("Fitted"));
    expect(tap.mock.calls[0]?.[0]).toEqual({
      kind: "enter_insert",
      groove_faces: "marked",
      pin: "in_slot",
    });
  });

  it("is read across until it is square, and must swivel", async () => {
    const tap = insert("centre_insert", { goes: 1 });
    expect(screen.getByText("Measured once so far.")).toBeTruthy();
    await hand().type(line("Depth at the first slot"), "6");
    await hand().type(line("Depth at the second slot"), "6.1");
    await hand().type(line("Between the two spots"), "62");
    await hand().click(button("It does not swivel"));
    await hand().click(button("It swivels: is it square?"));
    expect(tap.mock.calls.map(([sent]) => sent.swivels)).toEqual([false, true]);
  });

  it.each([
    [true, "Brass plug", "plug"],
    [false, "New fitting", "new_fitting"],
  ])("in grit %s is closed by what belongs there first", async (grit, words, closed) => {
    const tap = insert("close_hole", { grit });
    await hand().click(button(words));
    expect(tap.mock.calls).toEqual([[{ kind: "close_hole", closed }]]);
    expect(button(words).hasAttribute("data-main")).toBe(true);
  });

  it("is drawn as measured: fitting, groove's side, tilt magnified", () => {
    const at = cutOf({
      ...INSERT,
      to_marked_mm: 14,
      to_other_mm: 21,
      groove_side: "marked",
      tilt_deg: -3,
    });
    expect(at.fitting! / at.wide).toBeCloseTo(14 / 35);
    expect(at.groove).toBeLessThan(at.wide / 2);
    expect(at.tilt).toBe(-15);
    expect(cutOf({ ...INSERT, tilt_deg: 40 }).tilt).toBe(25);
  });

  it("the wrong way round is drawn so", () => {
    show(
      <InsertHousing
        insert={{
          ...INSERT,
          to_marked_mm: 14,
          to_other_mm: 21,
          groove_side: "marked",
          groove_faces: "other",
        }}
      />,
    );
    const drawn = screen.getByRole("img", {
      name: /groove towards the marked face; the insert's groove looks to the other/,
    });
    expect(drawn.querySelectorAll('[stroke="var(--oxide)"]').length).toBe(1);
  });

  it("shows what was said", () => {
    const verdict = { word: "right way round", level: "good", reason: "" } as const;
    show(<InsertDrawings work={{ ...INSERT, verdicts: [{ what: "New insert", verdict }] }} />);
    expect(screen.getByRole("region", { name: "Housing and insert" }).textContent).toContain(
      "right way round",
    );
  });
});

describe("the plan of a unit", () => {
  it("asks for a collar's side only where there is a collar", () => {
    const faces = UNIT.fields.find(({ name }) => name === "faces")!;
    expect(matters(faces, emptyOf(UNIT))).toBe(false);
    expect(matters(faces, { ...emptyOf(UNIT), lock: "collar" })).toBe(true);
  });

  it("weighs the ways to lock as soon as the work is said, and takes one with a tap", async () => {
    const ways = [
      {
        way: "set_screws",
        words: "set screws in the inner ring",
        verdict: { word: "fits here", level: "good", reason: "" },
        reasons: ["Simple."],
        against: [],
      },
      {
        way: "adapter",
        words: "adapter sleeve",
        verdict: { word: "possible", level: "watch", reason: "" },
        reasons: [],
        against: ["Skill."],
      },
    ];
    const fetched = vi.fn(
      async (url: string) =>
        new Response(
          JSON.stringify(
            url.includes("locks")
              ? { ways, note: "The maker goes first." }
              : url.includes("half-plans")
                ? []
                : { machines: [], people: [] },
          ),
          {
            headers: { "Content-Type": "application/json", "tribodex-server": "s" },
          },
        ),
    );
    vi.stubGlobal("fetch", fetched);
    show(
      <QueryClientProvider client={new QueryClient()}>
        <UnitPage />
      </QueryClientProvider>,
    );
    expect(screen.queryByRole("region", { name: "Ways to lock it" })).toBeNull();
    await hand().click(choice("normal"));
    const found = within(await screen.findByRole("region", { name: "Ways to lock it" }));
    // What is stopped here is not offered; a sleeve is, and follows its own sheet.
    expect(found.getAllByRole("button").length).toBe(2);
    await hand().click(found.getByRole("button", { name: /set screws/ }));
    expect(choice("set screws").getAttribute("aria-checked")).toBe("true");
    vi.unstubAllGlobals();
  });
});
