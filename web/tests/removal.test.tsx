/** Taking off: nothing is assumed that was not said, and a way that stops is taken by name only. */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { ToolDrawing } from "../src/drawing";
import { setUpFrame } from "../src/drawing/tool-set-up";
import { RemovalDrawings } from "../src/features/bench/topics/removal/drawings";
import { RemovalPanel, type RemovalWork } from "../src/features/bench/topics/removal/panel";
import { button, choice, hand, line, show, moveOf } from "./page";

type Way = RemovalWork["ways"][number];
const way = (value: Way["value"], words: string, level: Way["verdict"]["level"]): Way => ({
  value,
  words,
  verdict: { level, word: level, reason: `${words}, because.` },
  reasons: [`for ${words}`],
  against: level === "stop" ? [`against ${words}`] : [],
});
const WORK: RemovalWork = {
  topic: "removal",
  asks: null,
  rings: [
    { value: "inner", words: "the inner ring" },
    { value: "outer", words: "the outer ring" },
    { value: "both", words: "both rings" },
    { value: "unknown", words: "not known" },
  ],
  tight: { ring: "inner", shaft_out: "no", keep: "no", captive_nut: "not known" },
  ways: [way("release", "Release from the sleeve", "good"), way("puller", "Puller", "stop")],
  chosen: null,
  cocked: "",
  marks: [],
  nut: null,
  puller: [],
  off: "",
  one_piece: false,
  section: null,
  straight: null,
  set_up: null,
};

function panel(work: Partial<RemovalWork>, next = "choose_way") {
  const tap = vi.fn();
  show(<RemovalPanel work={{ ...WORK, asks: moveOf(next), ...work }} tap={tap} refused={null} />, {
    actor: "Ada",
  });
  return tap;
}

describe("which ring is tight", () => {
  it("begins with nothing known, and says so when nothing was said", async () => {
    const tap = panel({ tight: null });
    expect(screen.queryByText("Its nut is captive")).toBeNull();
    await hand().click(button("Compare methods"));
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "say_tight",
          ring: "unknown",
          shaft_out: "not known",
          keep: "not known",
          captive_nut: "not known",
        },
      ],
    ]);
  });

  it("asks for a captive nut at a one-piece unit, and begins with what was said before", async () => {
    const tap = panel({ one_piece: true });
    await hand().click(button("Something else is tight"));
    const captive = within(screen.getByRole("radiogroup", { name: "Its nut is captive" }));
    await hand().click(captive.getByRole("radio", { name: "yes" }));
    await hand().click(button("Compare methods"));
    expect(tap.mock.calls[0]?.[0]).toEqual({
      kind: "say_tight",
      ring: "inner",
      shaft_out: "no",
      keep: "no",
      captive_nut: "yes",
    });
    expect(screen.getByRole("region", { name: "Ways to take it off" })).toBeTruthy();
  });
});

describe("the way", () => {
  it("that is good is taken by one tap", async () => {
    const tap = panel({});
    await hand().click(button(/Take this way ?: Release/));
    expect(tap.mock.calls).toEqual([[{ kind: "choose_way", way: "release" }]]);
    expect(screen.getByText("for Release from the sleeve")).toBeTruthy();
  });

  it("that stops is taken by a name with a reason, which the record keeps", async () => {
    const tap = panel({});
    await hand().click(button(/Take this way ?: Puller/));
    expect(tap).not.toHaveBeenCalled();
    const decide = within(screen.getByRole("dialog"));
    expect(decide.getByText(/Puller, because\./)).toBeTruthy();
    await hand().type(decide.getByLabelText("Reason"), "no room for a wrench");
    await hand().click(decide.getByRole("button", { name: "Decide so" }));
    expect(tap.mock.calls).toEqual([
      [{ kind: "choose_way", way: "puller", decided_by: "Ada", reason: "no room for a wrench" }],
    ]);
  });

  it("that was taken is marked and not offered again", () => {
    panel({ chosen: "release" }, "say_off");
    expect(screen.getByText("chosen").closest("li")?.textContent).toContain(
      "Release from the sleeve",
    );
    expect(screen.queryByRole("button", { name: /Release/ })).toBeNull();
  });
});

describe("the nut as a stop", () => {
  it.each([
    ["Its whole height is on the thread", true],
    ["It hangs on a few threads", false],
  ])("is backed off: %s", async (words, whole_nut) => {
    const tap = panel({ chosen: "release" }, "back_nut_off");
    expect(screen.queryByRole("button", { name: "It is off" })).toBeNull();
    expect(button(words).disabled).toBe(true);
    await hand().type(line("Gap at the nut"), "3 mm");
    await hand().click(button(words));
    expect(tap.mock.calls).toEqual([
      [{ kind: "back_nut_off", gap: "3 mm", whole_nut, shown: "mm" }],
    ]);
  });
});

describe("coming off", () => {
  it("is said with how, or that it is cocked", async () => {
    const tap = panel({ chosen: "release" }, "say_off");
    await hand().click(button("It is off"));
    await hand().type(line("How it came, or what jammed"), "hung on one side");
    await hand().click(button("It is cocked: stop"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "say_off", text: "as planned" }],
      [{ kind: "say_cocked", text: "hung on one side" }],
    ]);
  });

  it("goes on after a jam only once the cause is named", async () => {
    const tap = panel({ chosen: "press", cocked: "hung on one side" }, "say_straight");
    expect(screen.queryByRole("button", { name: "It is off" })).toBeNull();
    const on = button("Cause removed, all square again");
    expect(on.disabled).toBe(true);
    await hand().type(line("What the cause was"), "plate not flat");
    await hand().click(on);
    expect(tap.mock.calls).toEqual([[{ kind: "say_straight", cause: "plate not flat" }]]);
  });

  it("leaves nothing to tap once it is off", () => {
    panel({ off: "as planned" }, "");
    expect(screen.queryAllByRole("button")).toEqual([]);
    expect(screen.queryAllByRole("radio")).toEqual([]);
  });
});

it("every choice can be reached by its words", () => {
  panel({ tight: null });
  expect(choice("both rings")).toBeTruthy();
});

describe("press or puller on its ring", () => {
  const part = (
    name: string,
    from_mm: number,
    to_mm: number,
    inner_mm: number,
    outer_mm: number,
  ) => ({
    name,
    from_mm,
    to_mm,
    inner_mm,
    outer_mm,
  });
  const SECTION = {
    bore_mm: 45,
    outside_mm: 100,
    width_mm: 25,
    inner_raceway_mm: 58,
    outer_raceway_mm: 89,
  } as NonNullable<RemovalWork["straight"]>;
  const SET_UP: NonNullable<RemovalWork["set_up"]> = {
    end_mm: 55,
    right: [part("plates", -11, 0, 23, 28), part("ram", 58, 75, 0, 18)],
    wrong: [part("plates", -11, 0, 45, 50), part("ram", 58, 75, 0, 18)],
    right_words: "plates under the inner ring",
    wrong_words: "plates under the outer ring: through the rolling elements",
  };

  it("is drawn right and wrong side by side, to one scale", () => {
    show(<RemovalDrawings work={{ ...WORK, straight: SECTION, set_up: SET_UP }} />);
    expect(screen.getByRole("img", { name: "Right: plates under the inner ring" })).toBeTruthy();
    const wrong = screen.getByRole("img", { name: /^Wrong: plates under the outer ring/ });
    expect(wrong.querySelectorAll('[fill="var(--oxide)"]').length).toBe(2);
    const frame = setUpFrame(SECTION, SET_UP);
    expect(frame.x(-11)).toBe(0);
    expect(frame.y(28)).toBeGreaterThan(frame.y(50));
  });

  it("says what is missing while it is not known how it is set up", () => {
    show(<RemovalDrawings work={{ ...WORK, straight: SECTION }} />);
    expect(screen.getByText(/Which ring is tight, and by press or puller/)).toBeTruthy();
  });

  it("draws nothing of the wrong way in the right one", () => {
    show(<ToolDrawing section={SECTION} setUp={SET_UP} />);
    expect(screen.getByRole("img").querySelectorAll('[fill="var(--oxide)"]').length).toBe(0);
  });
});
