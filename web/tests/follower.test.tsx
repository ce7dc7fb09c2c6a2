/** Cam followers, and the short plans: nothing is chosen beforehand, off the table only by name. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { FollowerWork } from "../src/api";
import { FollowerPanel } from "../src/features/bench/topics/follower/panel";
import { FollowerDrawings } from "../src/features/bench/topics/follower/drawings";
import { FollowerPage, ShoulderPage } from "../src/features/planner";
import { FOLLOWER, SHOULDER, emptyOf } from "../src/features/planner/small-plans";
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
      [{ kind: "fit_stud", stud: "20.004", hole: "20.001", shown: "mm", decided_by: "", reason: "" }],
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
    const sent = { kind: "clamp_stud", torque: "60 N·m", thread: "oiled", wrench: "no. 2" } as const;
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

describe("a short plan", () => {
  const pages = { shoulder: <ShoulderPage />, follower: <FollowerPage /> };
  type Asked = { path: string; body: Record<string, unknown> };

  function page(name: keyof typeof pages, answer: (asked: Asked) => Response) {
    const asked: Asked[] = [];
    vi.stubGlobal(
      "fetch",
      vi.fn(async (path: string, init: RequestInit = {}) => {
        if (path === "/api/plant")
          return Response.json({
            machines: [{ id: "m", name: "Gate", area: "", positions: [{ id: "p", name: "Cam" }] }],
          });
        const one = { path, body: JSON.parse(String(init.body)) as Record<string, unknown> };
        asked.push(one);
        return answer(one);
      }),
    );
    show(<QueryClientProvider client={new QueryClient()}>{pages[name]}</QueryClientProvider>, {
      actor: "Ada",
    });
    return asked;
  }
  const problem = (...fields: object[]) =>
    new Response(JSON.stringify({ title: "Not complete", detail: "Entries are missing.", fields }), {
      status: 422,
      headers: { "content-type": "application/problem+json" },
    });

  it("begins with nothing chosen, and says what is missing while typing", async () => {
    expect(Object.values(emptyOf(SHOULDER)).every((value) => value === "")).toBe(true);
    expect(Object.values(emptyOf(FOLLOWER)).every((value) => value === "")).toBe(true);
    const missing = { name: "held_by", message: "A choice is needed.", expected: "", choices: [] };
    const asked = page("shoulder", () => problem(missing));
    await hand().type(line("Number on the ring"), "6209");
    expect(await screen.findByText("A choice is needed.")).toBeTruthy();
    expect(asked.at(-1)).toMatchObject({
      path: "/api/plan/shouldered",
      body: { designation: "6209", held_by: "" },
    });
  });

  it("shows its targets, with a warning where one is due", async () => {
    const figure = { id: "clamp", label: "Clamp torque", value: 28.2, unit: "N·m", working: [] };
    page("follower", () =>
      Response.json({
        label: "cam follower 1 in",
        mount: "stud type",
        thread: "7/16-20 UNF",
        remembered_once: true,
        figures: [figure],
      }),
    );
    await hand().type(line("Roller diameter"), "1 in");
    expect(await screen.findByText("28.2 N·m")).toBeTruthy();
    expect(screen.getByText(/remembered once: take the maker's/)).toBeTruthy();
    expect(screen.getByText("stud type, thread 7/16-20 UNF.")).toBeTruthy();
  });

  it("names each wrong entry beside it when the job is opened, and keeps what was typed", async () => {
    const wrong = { name: "bearings.0.roller", message: "No size.", expected: "40 mm", choices: [] };
    const asked = page("follower", () => problem(wrong));
    await hand().selectOptions(
      line("Machine and position"),
      await screen.findByRole("option", { name: "Gate: Cam" }),
    );
    await hand().type(line("Roller diameter"), "x");
    await hand().click(choice("a stud with its nut"));
    await hand().click(button("Open the job"));
    expect(await screen.findByText(/No size\./)).toBeTruthy();
    expect(line("Roller diameter").value).toBe("x");
    const opened = asked.find(({ path }) => path === "/api/jobs");
    expect(opened?.body).toMatchObject({
      actor: "Ada",
      bearings: [{ position_id: "p", follower: { roller: "x", mount: "stud" } }],
    });
  });

  it("keeps seldom entries out of the way until they are wanted", async () => {
    page("follower", () => problem());
    expect(screen.queryByLabelText("Clamp torque by the maker")).toBeNull();
    await hand().click(button(FOLLOWER.more));
    expect(line("Clamp torque by the maker")).toBeTruthy();
  });
});
