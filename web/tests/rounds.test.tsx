/**
 * Rounds: weeks and stops of the plan, a stop done, found wanting, skipped; what was refused stands
 * there again.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Bench, RefusedCommand, Rounds } from "../src/api";
import { PlacesHome } from "../src/features/bench/shaft-home";
import { StopCard } from "../src/features/rounds/stop-card";
import { StopForm } from "../src/features/rounds/stop-form";
import { StopTable } from "../src/features/rounds/stop-table";
import type { StopNow } from "../src/features/rounds/use-walk";
import { WeekChoice, Weeks } from "../src/features/rounds/weeks";
import { button, choice, hand, line, ours, refusal, show } from "./page";

const STOP: StopNow = {
  topic: "stop",
  asks: null,
  at: "1",
  position_id: "p-1",
  machine: "Husk screw 3",
  position: "Drive end",
  bearing: "22211 K",
  due: ["grease", "look"],
  due_on: "2026-11-24",
  words: "8 strokes; look, feel and listen",
  how: "greased until clean grease shows",
  way: "until_shows",
  grease: "Mill grease 2",
  strokes: 8,
  running: true,
  looks: ["Nothing loose", "No noise"],
  last_c: 51,
  last_on: "2026-08-20",
  meter_h: 4210,
  meter_on: "2026-08-20",
  seal_strokes: null,
  plug: false,
  state: "open",
  told: "",
  by: "",
  done_at: null,
  verdicts: [],
  waiting: false,
};

function form(stop: Partial<StopNow> = {}, refused: RefusedCommand | null = null) {
  const tap = vi.fn();
  show(<StopForm stop={{ ...STOP, ...stop }} refused={refused} tap={tap} />);
  return tap;
}

describe("a stop", () => {
  it("with everything in order is three taps, nothing is said beforehand: strokes, how it stood, done", async () => {
    const tap = form();
    expect(line("Strokes it got").value, "offered, not said").toBe("");
    await hand().click(button("8 strokes, as planned"));
    expect(line("Strokes it got").value).toBe("8");
    expect(screen.getByText("51 °C last time, 2026-08-20")).toBeTruthy();
    for (const said of ["stood, locked out", "ran"])
      expect(choice(said).getAttribute("aria-checked"), "nobody said so yet").toBe("false");
    await hand().click(choice("stood, locked out"));
    await hand().click(button("Done here"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({
      kind: "do_stop",
      standing: "standing",
      shows: "",
      read_by: "",
      strokes: "8",
      temperature: "",
      meter: "",
      text: "",
      found: "",
    });
  });

  it("takes the hour meter, with what it said last time beside it", async () => {
    const tap = form();
    expect(screen.getByText("h; 4210 on 2026-08-20")).toBeTruthy();
    await hand().type(line("Hour meter"), "4650");
    await hand().click(button("Done here"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ meter: "4650" });
  });

  it("takes a meter that was replaced, with what the old one showed last", async () => {
    const tap = form();
    await hand().click(screen.getByText("The hour meter was replaced"));
    await hand().type(line("The old one showed last"), "4650");
    await hand().type(line("Hour meter"), "3");
    await hand().click(button("Done here"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ meter: "3", meter_old: "4650" });
  });

  it("sends what was found wanting, line by line, and takes it back on a second tap", async () => {
    const tap = form();
    await hand().click(button(/Nothing loose/));
    await hand().click(button(/No noise/));
    expect(button(/No noise/).getAttribute("aria-pressed")).toBe("true");
    await hand().click(button(/No noise/));
    await hand().click(choice("ran"));
    await hand().click(choice("no"));
    await hand().type(line("Housing"), "60-65");
    await hand().click(choice("strip"));
    await hand().type(line("Remark"), "bolt 3 loose");
    await hand().click(button("Done here"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      standing: "running",
      shows: "no",
      read_by: "strip",
      temperature: "60-65",
      found: "Nothing loose",
      text: "bolt 3 loose",
    });
  });

  it("that is looked at alone asks for no strokes, and one that must stand offers nothing else", () => {
    form({ due: ["look"], running: false, strokes: null });
    expect(screen.queryByLabelText("Strokes it got")).toBeNull();
    form({ due: ["grease"], running: false });
    expect(screen.getAllByRole("radio", { name: "ran" })).toHaveLength(1);
    expect(screen.getAllByRole("radio", { name: "stood, locked out" })).toHaveLength(2);
  });

  it("is skipped with a reason only", async () => {
    const tap = form();
    await hand().click(screen.getByText("Skip this stop"));
    expect(button("Skip it: it stays due").disabled).toBe(true);
    await hand().type(line("Why"), "guard locked");
    await hand().click(button("Skip it: it stays due"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({ kind: "skip_stop", reason: "guard locked" });
  });

  it("that was refused stands there as it was typed, with what is wrong at its field", () => {
    const sent = {
      kind: "do_stop",
      standing: "running",
      shows: "yes",
      read_by: "crayon",
      strokes: "12",
      temperature: "warm",
      text: "hissing",
      found: "No noise",
    } as const;
    form(
      {},
      refusal(sent, {
        name: "temperature",
        message: "“warm” is no temperature.",
        expected: "62 °C",
      }),
    );
    expect(line("Strokes it got").value).toBe("12");
    expect(line("Housing").value).toBe("warm");
    expect(line("Housing").getAttribute("aria-invalid")).toBe("true");
    expect(line("Remark").value).toBe("hissing");
    for (const said of ["ran", "yes", "crayon"])
      expect(choice(said).getAttribute("aria-checked")).toBe("true");
    expect(button(/No noise/).getAttribute("aria-pressed")).toBe("true");
  });
});

describe("a stop's card", () => {
  const card = (stop: Partial<StopNow>, refused: RefusedCommand | null = null, open = true) => {
    const calls = { tap: vi.fn(), onOpen: vi.fn(), onDone: vi.fn() };
    const part = (no: RefusedCommand | null) => (
      <StopCard stop={{ ...STOP, ...stop }} open={open} refused={no} {...calls} />
    );
    const page = show(part(refused));
    return { ...calls, refuse: (no: RefusedCommand) => page.again(part(no)) };
  };

  it("names its stop with the tap and makes way for the next", async () => {
    const { tap, onDone } = card({});
    await hand().click(button("Done here"));
    expect(tap.mock.calls[0]?.[1]).toBe("1");
    expect(onDone).toHaveBeenCalledOnce();
  });

  it("done says so, and that it is on this device still; its form is gone", () => {
    card({ state: "done", told: "Done. 8 strokes", waiting: true });
    expect(screen.getByText(/it goes out with the network/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Done here" })).toBeNull();
  });

  it("shows what was judged where it is not good", () => {
    card({
      state: "done",
      verdicts: [
        { word: "greased", level: "good", reason: "8 strokes." },
        { word: "warmer than last time", level: "watch", reason: "12 K more." },
      ],
    });
    expect(screen.getByText("warmer than last time")).toBeTruthy();
    expect(screen.queryByText("greased")).toBeNull();
  });

  it("that comes back refused is filled in again though it was closed in between", () => {
    const { refuse } = card({});
    refuse(refusal({ kind: "skip_stop", reason: "x" }, { name: "reason", message: "Say more." }));
    expect(line("Why").value).toBe("x");
  });

  it("closed opens on its own name", async () => {
    const { onOpen } = card({}, null, false);
    expect(screen.queryByRole("button", { name: "Done here" })).toBeNull();
    await hand().click(button(/Husk screw 3/));
    expect(onOpen).toHaveBeenCalledOnce();
  });
});

const ROUNDS: Rounds = {
  today: "2026-11-27",
  weeks: [0, 1].map((week) => ({
    week,
    begins: week ? "2026-11-30" : "2026-11-23",
    crews: [
      {
        crew: "Day",
        minutes: week ? 30 : 150,
        minutes_a_week: 120,
        stops: week ? 1 : 5,
        routes: ["Mill"],
      },
      { crew: "Night", minutes: 0, minutes_a_week: 60, stops: 0, routes: [] },
    ],
  })),
  stops: [
    {
      position_id: "p-1",
      position: "Drive end",
      machine: "Husk screw 3",
      route: "Mill",
      crew: "Day",
      week: 0,
      kinds: ["grease"],
      words: "grease, 8 strokes",
      due_on: "2026-11-20",
      by_hours: true,
      late: true,
      over: "60 g, where 20 g is asked",
      strokes: 8,
      minutes: 4.8,
    },
  ],
  more: 7,
  late: 1,
  over: 1,
  later: 3,
  undated: 0,
  routes: ["Mill"],
  crews: ["Day", "Night"],
};

describe("the plan", () => {
  it("shows each crew's load, says where it is more than it has, and goes to a week", async () => {
    const onWeek = vi.fn();
    show(<Weeks found={ROUNDS} week={0} onWeek={onWeek} />);
    const [first, second] = screen.getAllByRole("button");
    expect(first?.getAttribute("aria-pressed")).toBe("true");
    expect(within(first!).getByText(/Day: 5 stops, 150 of 120 min: more than it has/)).toBeTruthy();
    expect(within(second!).getByText(/Day: 1 stop, 30 of 120 min$/)).toBeTruthy();
    expect(screen.getByText("3 stops later on")).toBeTruthy();
    await hand().click(second!);
    expect(onWeek).toHaveBeenCalledExactlyOnceWith(1);
  });

  it("are chosen on one line on a small screen, with all that is in them", async () => {
    const onWeek = vi.fn();
    show(<WeekChoice found={ROUNDS} week={0} onWeek={onWeek} />);
    const [first, second] = screen.getAllByRole<HTMLOptionElement>("option");
    expect(first!.textContent).toMatch(/^this week: \d+ stops?, \d+ of \d+ min$/);
    await hand().selectOptions(screen.getByLabelText("Week"), second!.value);
    expect(onWeek).toHaveBeenCalledExactlyOnceWith(1);
  });

  it("marks what is late and what got too much, leads to the position, and says how many more there are", () => {
    show(<StopTable found={ROUNDS} left={null} onLeft={vi.fn()} />);
    expect(screen.queryByRole("checkbox")).toBeNull();
    expect(screen.getByText("▲ late")).toBeTruthy();
    expect(screen.getByText("▲ too much: 60 g, where 20 g is asked")).toBeTruthy();
    expect(screen.getByText("by running hours")).toBeTruthy();
    expect(screen.getByRole("link", { name: /Husk screw 3/ }).getAttribute("href")).toBe(
      "/plant/p-1",
    );
    expect(screen.getByText(/and 7 more/)).toBeTruthy();
  });

  it("a stop of an open round names it, and cannot be taken into another", () => {
    const found = { ...ROUNDS, stops: ROUNDS.stops.map((stop) => ({ ...stop, in_round: 25 })) };
    show(<StopTable found={found} left={new Set()} onLeft={vi.fn()} />);
    expect(screen.getByText("in round 25")).toBeTruthy();
    const box = screen.getByRole<HTMLInputElement>("checkbox");
    expect([box.checked, box.disabled]).toEqual([false, true]);
  });

  it("a stop goes to another week with the reason, and who moved one stands beside it", async () => {
    const asked = vi.fn(async (_: string, init?: RequestInit) =>
      ours(JSON.parse(String(init?.body ?? "{}"))),
    );
    vi.stubGlobal("fetch", asked);
    const found = {
      ...ROUNDS,
      stops: ROUNDS.stops.map((stop) => ({ ...stop, moved: "moved here by Ada: no access" })),
    };
    show(
      <QueryClientProvider client={new QueryClient()}>
        <StopTable found={found} left={new Set()} onLeft={vi.fn()} />
      </QueryClientProvider>,
      { actor: "Ada" },
    );
    expect(screen.getAllByText("moved here by Ada: no access").length).toBe(found.stops.length);
    await hand().click(screen.getAllByRole("button", { name: /^Move/ })[0] as HTMLElement);
    const form = within(screen.getByRole("form", { name: /^Move/ }));
    expect(form.getByRole<HTMLButtonElement>("button", { name: "Move it" }).disabled).toBe(true);
    const week = found.weeks.find((one) => one.week !== found.stops[0]?.week);
    await hand().selectOptions(form.getByLabelText("To the week of"), String(week?.week));
    await hand().type(form.getByLabelText("Why"), "runs through");
    await hand().click(form.getByRole("button", { name: "Move it" }));
    const sent = JSON.parse(String(asked.mock.calls[0]?.[1]?.body));
    expect(sent).toMatchObject({
      actor: "Ada",
      position: found.stops[0]?.position_id,
      week: found.stops[0]?.week,
      to: week?.week,
      reason: "runs through",
    });
  });

  it("a stop is left out of the round and taken in again", async () => {
    const onLeft = vi.fn();
    show(<StopTable found={ROUNDS} left={new Set(["p-2"])} onLeft={onLeft} />);
    const [first] = screen.getAllByRole<HTMLInputElement>("checkbox");
    expect(first!.checked).toBe(true);
    await hand().click(first!);
    expect(onLeft).toHaveBeenLastCalledWith(new Set(["p-2", "p-1"]));
    cleanup();
    show(<StopTable found={ROUNDS} left={new Set(["p-1"])} onLeft={onLeft} />);
    const out = screen.getByRole<HTMLInputElement>("checkbox", {
      name: /In the round: Husk screw 3/,
    });
    expect(out.checked).toBe(false);
    await hand().click(out);
    expect(onLeft).toHaveBeenLastCalledWith(new Set());
  });
});

it("a round lists its stops: places without a bearing are no shaft", () => {
  const place = (id: string, name: string, stage: string) => ({ id, name, stage, bearing: "" });
  const bench = {
    id: "r",
    places: [place("1", "Bran belt, take-up", ""), place("2", "Bran screw, drive end", "Stop")],
  } as unknown as Bench;
  show(<PlacesHome bench={bench} />);
  const stops = within(screen.getByRole("list", { name: "Stops" })).getAllByRole("listitem");
  expect(stops.map((one) => one.textContent)).toEqual([
    "Bran belt, take-updone, or skipped",
    "Bran screw, drive endto do",
  ]);
  expect(
    within(stops[1] as HTMLElement)
      .getByRole("link")
      .getAttribute("href"),
  ).toContain("at=2");
});
