/** Cam followers: nothing is chosen beforehand, off the table only by name. */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { FollowerWork } from "../src/api";
import { FollowerPanel } from "../src/features/bench/topics/follower/panel";
import { FollowerDrawings } from "../src/features/bench/topics/follower/drawings";
import { button, choice, hand, line, refusal, show, moveOf } from "./page";

const WORK: FollowerWork = {
  topic: "follower",
  asks: null,
  mount: "stud",
  stud_mm: 20,
  roller_mm: 47,
  width_mm: 24,
  regreased: false,
  fit: null,
  hole: null,
  hole_at: "",
  carried: null,
  plug: null,
  done: false,
};

function panel(
  next: string,
  work: Partial<FollowerWork> = {},
  refused: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  const no = refused ? refusal(...refused) : null;
  show(<FollowerPanel work={{ ...WORK, asks: moveOf(next), ...work }} tap={tap} refused={no} />, {
    actor: "Ada",
  });
  return tap;
}

describe("a follower", () => {
  it("is measured before it goes in", async () => {
    const tap = panel("fit_stud");
    expect(button("Work out the fit").disabled).toBe(true);
    await hand().type(line("Stud, measured"), "20.004");
    await hand().type(line("Hole, measured"), "20.001{enter}");
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "fit_stud",
          stud: "20.004",
          hole: "20.001",
          shown: "mm",
          decided_by: "",
          reason: "",
        },
      ],
    ]);
  });

  it("that is a heavy press is used only by name", async () => {
    const stop = { level: "stop", word: "heavy press", reason: "It bends." } as const;
    const tap = panel("fit_stud", { fit: stop });
    await hand().type(line("Stud, measured"), "20.04");
    await hand().type(line("Hole, measured"), "20");
    await hand().click(button("Use anyway (sign)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "aluminium");
    await hand().click(decide.getByRole("button", { name: "Use it" }));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ decided_by: "Ada", reason: "aluminium" });
  });

  it("has its grease hole said, none chosen beforehand", async () => {
    const tap = panel("set_follower");
    expect(button("Fitted").disabled).toBe(true);
    await hand().click(choice("on the unloaded side"));
    await hand().click(button("Fitted"));
    expect(tap.mock.calls).toEqual([[{ kind: "set_follower", hole: "unloaded" }]]);
  });

  it("is clamped with unit, thread and wrench; the thread begins unknown", async () => {
    const tap = panel("clamp_stud");
    await hand().type(line("Torque, with its unit"), "120 N·m");
    await hand().type(line("With which wrench"), "no. 2");
    await hand().click(button("Check the torque"));
    await hand().click(choice("oiled"));
    await hand().click(button("Check the torque"));
    expect(tap.mock.calls.map(([command]) => command.thread)).toEqual(["not known", "oiled"]);
    expect(screen.queryByRole("button", { name: "Accept as is (sign)" })).toBeNull();
  });

  it("off the table is left so only by name", async () => {
    const sent = {
      kind: "clamp_stud",
      torque: "60 N·m",
      thread: "oiled",
      wrench: "no. 2",
    } as const;
    const field = {
      name: "decided_by",
      message: "Too loose.",
      expected: "the torque that is asked",
      choices: [],
    };
    const tap = panel("clamp_stud", {}, [sent, field]);
    expect(line("Torque, with its unit").value).toBe("60 N·m");
    await hand().click(button("Accept as is (sign)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "new stud ordered");
    await hand().click(decide.getByRole("button", { name: "Accept as is" }));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      torque: "60 N·m",
      decided_by: "Ada",
      reason: "new stud ordered",
    });
  });

  it.each([
    ["back_plates", "Both are backed up", { kind: "back_plates", both: true }],
    ["back_plates", "One is not", { kind: "back_plates", both: false }],
    ["say_plug", "The plug is in", { kind: "say_plug", plug: true }],
    ["say_plug", "There is none", { kind: "say_plug", plug: false }],
    ["turn_roller", "It turns freely", { kind: "turn_roller", freely: true, text: "" }],
  ])("%s: %s", async (next, words, sent) => {
    const tap = panel(next);
    await hand().click(button(words));
    expect(tap.mock.calls).toEqual([[sent]]);
  });

  it("that is regreased has a fitting and no plug", () => {
    panel("say_plug", { regreased: true });
    expect(button("Its fitting is in and clean")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "There is none" })).toBeNull();
  });

  it("is drawn to scale with its hole and its verdicts", () => {
    const good = { level: "good", word: "light press", reason: "" } as const;
    show(<FollowerDrawings work={{ ...WORK, hole_at: "loaded", fit: good }} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "Follower: roller 47.0 mm, 24.0 mm wide, stud or pin 20.0 mm, to scale; grease hole under the load",
    );
    expect(screen.getByText("light press")).toBeTruthy();
    const [roller] = document.querySelectorAll("circle");
    const [width] = document.querySelectorAll("rect");
    const scale = (2 * Number(roller?.getAttribute("r"))) / 47;
    expect(Number(width?.getAttribute("width"))).toBeCloseTo(24 * scale);
  });
});
