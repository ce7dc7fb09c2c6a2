/**
 * The plans: nothing is chosen beforehand, what is wrong stands beside its entry and goes with it,
 * nothing typed is lost.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { FollowerPage, PlanPage, ShoulderPage, UnitPage } from "../src/features/planner";
import { FOLLOWER, SHOULDER, emptyOf, optionsOf } from "../src/features/planner/small-plans";
import { UNIT } from "../src/features/planner/unit-plan";
import { button, choice, hand, line, ours, show } from "./page";

type Asked = { path: string; method: string; body: Record<string, unknown> };

const position = (
  id: string,
  name: string,
  number: string,
  works: string[],
  fixed: boolean | null = null,
) => ({
  ...{ id, name, number, works, fixed, designation: number, shaft: "40 mm", machine_id: "m" },
});
const EVERY = ["taper", "shoulder", "cartridge", "unit", "follower", "fitted"];
const PLANT = {
  people: ["Ada", "Ben"],
  feeler_sets: [],
  gauging_places: [],
  materials: [],
  machines: [
    {
      id: "m",
      name: "Gate",
      area: "",
      shafts: [],
      positions: [
        position("p", "Cam", "47 mm", ["follower", "fitted"]),
        position("u1", "Drive end", "208", ["unit", "fitted"], true),
        position("u2", "Tail end", "208", ["unit", "fitted"], false),
        position("b", "Idler", "6208", ["shoulder", "cartridge", "fitted"]),
        position("any", "Not looked at", "", EVERY),
      ],
    },
  ],
};
/** Last plans that are slow, by where they are asked for. */
const LAST: Record<string, Promise<Response>> = {};
const PAGES = {
  taper: <PlanPage />,
  shoulder: <ShoulderPage />,
  follower: <FollowerPage />,
  unit: <UnitPage />,
};

const problem = (...fields: object[]) =>
  new Response(JSON.stringify({ title: "Not complete", detail: "Entries are missing.", fields }), {
    status: 422,
    headers: { "content-type": "application/problem+json", "tribodex-server": "-" },
  });
const wrong = (name: string, message = `${name} is missing.`) => ({
  name,
  message,
  expected: "",
  choices: [],
});

function page(name: keyof typeof PAGES, answer: (asked: Asked) => Response, at = "/") {
  const asked: Asked[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn(async (path: string, init: RequestInit = {}) => {
      if (path === "/api/plant") return ours(PLANT);
      if (path === "/api/half-plans") return ours([]);
      if (path in LAST) return (await LAST[path])?.clone();
      if (path.endsWith("/last-plan") || path.includes("/compared")) return ours(null);
      const body = init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : {};
      const one = { path, method: init.method ?? "GET", body };
      asked.push(one);
      return answer(one);
    }),
  );
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  show(
    <QueryClientProvider client={queries}>{PAGES[name]}</QueryClientProvider>,
    { actor: "Ada" },
    at,
  );
  return asked;
}

const choose = async (label: string, option: string) =>
  hand().selectOptions(line(label), await screen.findByRole("option", { name: option }));

describe("a plan", () => {
  it("a size by hand offers nothing “as in the number”; a number, or nothing yet, does", () => {
    const asked = SHOULDER.fields.filter(({ byNumber }) => byNumber);
    expect(asked.map(({ name }) => name).sort()).toEqual(["closure", "group", "kind"]);
    const empty = emptyOf(SHOULDER);
    for (const [given, offered] of [
      [empty, true],
      [{ ...empty, designation: "6209", bore: "45 mm" }, true],
      [{ ...empty, bore: "45 mm" }, false],
      [{ ...empty, designation: "  ", width: "19 mm" }, false],
    ] as const)
      for (const field of asked)
        expect(optionsOf(field, given)?.some(({ value }) => value === "")).toBe(offered);
  });

  it("begins with nothing chosen, and says what is missing while typing", async () => {
    for (const plan of [SHOULDER, FOLLOWER, UNIT])
      expect(Object.values(emptyOf(plan)).every((value) => value === "")).toBe(true);
    const asked = page("shoulder", () => problem(wrong("held_by", "A choice is needed.")));
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
      ours({
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

  it("keeps seldom entries out of the way until they are wanted", async () => {
    page("follower", () => problem());
    expect(screen.queryByLabelText("Clamp torque by the maker")).toBeNull();
    await hand().click(button(FOLLOWER.more));
    expect(line("Clamp torque by the maker")).toBeTruthy();
  });

  it("names each wrong entry beside it, goes to the first, and is silent once that is put right", async () => {
    const asked = page("follower", (one) =>
      one.path === "/api/jobs"
        ? problem(wrong("bearings.0.roller"), wrong("bearings.0.width"))
        : problem(),
    );
    await choose("Machine and position", "Gate: Cam");
    await hand().clear(line("Roller diameter"));
    await hand().click(choice("a stud with its nut"));
    await hand().click(button(/Open the job/));
    expect((await screen.findAllByText(/bearings.0.roller is missing/)).length).toBe(2);
    await waitFor(() => expect(document.activeElement).toBe(line("Roller diameter")));
    await hand().type(line("Roller diameter"), "x");
    expect(screen.queryByText(/bearings.0.roller is missing/)).toBeNull();
    expect(line("Roller width").getAttribute("aria-invalid")).toBe("true");
    await hand().type(line("Roller width"), "9");
    expect(screen.queryByRole("alert")).toBeNull();
    expect(asked.find(({ path }) => path === "/api/jobs")?.body).toMatchObject({
      actor: "Ada",
      bearings: [{ position_id: "p", follower: { mount: "stud" } }],
    });
  });

  it.each([
    ["taper", ["Gate: Not looked at"], "4 positions"],
    ["shoulder", ["Gate: Idler", "Gate: Not looked at"], "3 positions"],
    [
      "unit",
      ["Gate: Drive end, fixed", "Gate: Tail end, floating", "Gate: Not looked at"],
      "2 positions",
    ],
  ] as const)("offers the positions that can take it: %s", async (kind, names, others) => {
    page(kind, () => problem());
    await screen.findByRole("option", { name: names[0] });
    const offered = within(line("Machine and position")).getAllByRole("option");
    expect(offered.map(({ textContent }) => textContent)).toEqual([
      "Choose …",
      "Not in the plant yet",
      ...names,
    ]);
    expect(screen.getByText(new RegExp(`^${others} with other kinds`))).toBeTruthy();
  });

  it("takes number, shaft and who holds the shaft from the position, and asks before it writes over what was typed", async () => {
    page("unit", () => problem());
    await choose("Machine and position", "Gate: Drive end, fixed");
    expect(line("Number on the insert").value).toBe("208");
    expect(line("Shaft diameter").value).toBe("40 mm");
    expect(choice("holds the shaft").getAttribute("data-state")).toBe("checked");
    await hand().clear(line("Number on the insert"));
    await hand().type(line("Number on the insert"), "207");
    await choose("Machine and position", "Gate: Tail end, floating");
    const asked = await screen.findByText(/Typed was/);
    expect(asked.textContent).toContain("207, 40 mm");
    expect(line("Number on the insert").value).toBe("207");
    await hand().click(button("Take the position's"));
    expect(line("Number on the insert").value).toBe("208");
    expect(choice("floats in its housing").getAttribute("data-state")).toBe("checked");
  });

  it("is opened for a machine that is not in the plant yet", async () => {
    const asked = page("unit", () => problem(wrong("machine", "What is the machine called?")));
    await choose("Machine and position", "Not in the plant yet");
    await hand().click(button(/Open the job/));
    expect((await screen.findAllByText(/What is the machine called/)).length).toBe(1);
    await waitFor(() => expect(document.activeElement).toBe(line("Machine, as people call it")));
    await hand().type(line("Machine, as people call it"), "Feeder");
    expect(screen.queryByText(/What is the machine called/)).toBeNull();
    await hand().type(line("Which bearing of it"), "drive end");
    await hand().type(line("In the same job"), "tail end");
    await hand().click(button(/Open the job/));
    const orders = () => asked.filter(({ path }) => path === "/api/jobs");
    await waitFor(() => expect(orders().length).toBe(2));
    expect(orders()[1]?.body).toMatchObject({
      machine: "Feeder",
      bearings: [
        { position_id: "", name: "drive end" },
        { position_id: "", name: "tail end" },
      ],
    });
  });

  it("offers the last plan of the bearing that is chosen, never of the one before", async () => {
    let answer!: (response: Response) => void;
    const at = "/api/positions/any/last-plan";
    LAST[at] = new Promise<Response>((done) => (answer = done));
    page("taper", () => problem());
    await choose("Machine and position", "Gate: Not looked at");
    await choose("Machine and position", "Not in the plant yet");
    const given = { designation: "22216 EK/C3" };
    answer(ours({ number: 7, opened_at: "2026-11-30T08:00:00Z", given }));
    await new Promise((done) => setTimeout(done, 300));
    expect(screen.queryByText(/Planned last/)).toBeNull();
    await choose("Machine and position", "Gate: Not looked at");
    expect(await screen.findByText(/Planned last/)).toBeTruthy();
    delete LAST[at];
  });

  it("that is refused after somebody went on leaves the next page alone", async () => {
    let refuse!: (response: Response) => void;
    const waits = new Promise<Response>((done) => (refuse = done));
    page("unit", (one) => (one.path === "/api/jobs" ? waits : problem()) as Response);
    await choose("Machine and position", "Gate: Drive end, fixed");
    await hand().click(button(/Open the job/));
    cleanup();
    const next = document.createElement("form");
    next.dataset["plan"] = "";
    next.innerHTML = '<input aria-invalid="true"><input id="mine">';
    document.body.append(next);
    const mine = next.querySelector<HTMLInputElement>("#mine");
    mine?.focus();
    refuse(problem(wrong("bore")));
    await new Promise((done) => setTimeout(done, 100));
    expect(document.activeElement).toBe(mine);
    next.remove();
  });

  it("is kept half done, and gone on with from there", async () => {
    const kept: Asked[] = [];
    const stored = {
      id: "half-plan-7",
      edition: 3,
      work: "unit",
      about: "",
      actor: "Ben",
      kept_at: "2026-11-30T08:00:00Z",
    };
    const form = {
      insert: "209",
      "@position": "u2",
      "@floats": "in_the_housing",
      "@title": "noise",
      "@other": "u1",
    };
    page(
      "unit",
      (one) => {
        if (one.method === "PUT") kept.push(one);
        if (one.path.startsWith("/api/half-plans/"))
          return ours({ ...stored, form, edition: 3 + kept.length });
        return problem();
      },
      "/plan/unit?half=half-plan-7",
    );
    await waitFor(() => expect(line("Number on the insert").value).toBe("209"));
    await waitFor(() => expect(line("Machine and position").value).toBe("u2"));
    expect(line("In the same job").value).toBe("u1");
    expect(line("Why this job (optional)").value).toBe("noise");
    await hand().type(line("Shaft diameter"), "45 mm");
    await hand().click(button("Keep it half done"));
    expect(await screen.findByText(/Kept: it is in the list/)).toBeTruthy();
    expect(kept[0]).toMatchObject({
      path: "/api/half-plans/half-plan-7",
      body: { work: "unit", edition: 3, actor: "Ada", about: "Tail end, 209" },
    });
    expect(kept[0]?.body["form"]).toMatchObject({ ...form, bore: "45 mm" });
    await hand().click(button("Keep it half done"));
    await waitFor(() => expect(kept[1]?.body["edition"]).toBe(4));
  });
});
