/** Taking stock: what every tap of the panel sends, and what a person reads before and after it. */
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { StockPanel, type StockWork } from "../src/features/bench/topics/stock/panel";
import { button, choice, hand, line, refusal, show } from "./page";

const mark = (
  place: string,
  kind: StockWork["marks"][number]["mark"],
  words: string,
  text = "",
) => ({
  place,
  mark: kind,
  words,
  text,
  needed: true,
});
const WORK: StockWork = {
  topic: "stock",
  asks: null,
  places: [
    { id: "drive", name: "drive side", specified: "22218 K C3" },
    { id: "tail", name: "tail side", specified: "" },
  ],
  marks: [
    mark("drive", "position_on_base", "where the housing stands"),
    mark("drive", "nut_side", "which way the nut faced"),
    mark("tail", "position_on_base", "where the housing stands", "12 mm from the edge"),
    mark("tail", "nut_side", "which way the nut faced"),
  ],
  next_place: "drive",
  next_mark: "nut_side",
  numbers: [],
  parts: [],
  joints: [],
  temporary: [],
  attached: [],
};

function panel(work: Partial<StockWork> = {}, refused: Parameters<typeof refusal> | null = null) {
  const tap = vi.fn();
  const part = (now: Partial<StockWork>, no: typeof refused = null) => (
    <StockPanel job="7" work={{ ...WORK, ...now }} tap={tap} refused={no ? refusal(...no) : null} />
  );
  const page = show(part(work, refused), { actor: "Ada" });
  return {
    tap,
    again: (now: Partial<StockWork>, no: typeof refused = null) => page.again(part(now, no)),
  };
}
const area = (name: string) => within(screen.getByRole("region", { name }));

describe("marks before dismantling", () => {
  it("ask for the next one, and take usual words by a tap", async () => {
    const { tap } = panel();
    const marks = area("Marks");
    await hand().click(marks.getByRole("button", { name: "towards the drive" }));
    await hand().click(marks.getByRole("button", { name: "Save" }));
    expect(tap.mock.calls).toEqual([
      [{ kind: "make_mark", place: "drive", mark: "nut_side", text: "towards the drive" }],
    ]);
  });

  it("can be made at another bearing, and an empty one cannot be sent", async () => {
    const { tap } = panel();
    const marks = area("Marks");
    expect(marks.getByRole("button", { name: "Save" })).toHaveProperty("disabled", true);
    await hand().click(marks.getByRole("radio", { name: "tail side" }));
    await hand().type(marks.getByLabelText("tail side: which way the nut faced"), "away{enter}");
    expect(tap.mock.calls[0]).toEqual([
      { kind: "make_mark", place: "tail", mark: "nut_side", text: "away" },
    ]);
  });

  it("that were made are read back with the bearing they belong to", () => {
    panel();
    expect(area("Marks").getByText("12 mm from the edge").closest("li")?.textContent).toBe(
      "tail side, where the housing stands: 12 mm from the edge",
    );
  });
});

describe("numbers on parts", () => {
  const differs = {
    place: "drive",
    part: "bearing",
    specified: "22218 K C3",
    found: "22218 K",
    differs: [{ what: "clearance group", found: "normal", specified: "C3", grave: true }],
    decided_by: "",
    reason: "",
  };

  it("are compared with what the plan asks for", async () => {
    const { tap } = panel();
    const parts = area("Parts and numbers");
    expect(parts.getByText("The plan asks for 22218 K C3.")).toBeTruthy();
    await hand().click(parts.getByRole("button", { name: "22218 K C3" }));
    await hand().click(parts.getByRole("button", { name: "Compare" }));
    expect(tap.mock.calls[0]).toEqual([
      {
        kind: "check_part",
        place: "drive",
        part: "bearing",
        specified: "22218 K C3",
        found: "22218 K C3",
      },
    ]);
  });

  it("of a sleeve are not asked for by the bearing's number", async () => {
    const { tap } = panel();
    const parts = area("Parts and numbers");
    await hand().click(parts.getByRole("radio", { name: "sleeve" }));
    await hand().type(parts.getByLabelText("Marked on the part"), "H 318{enter}");
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ part: "sleeve", specified: "", found: "H 318" });
  });

  it("that differ gravely are used only by a name with a reason", async () => {
    const { tap } = panel({ parts: [differs] });
    const parts = area("Parts and numbers");
    expect(parts.getByText("clearance group: normal, asked for C3")).toBeTruthy();
    await hand().click(parts.getByRole("button", { name: "Use anyway (sign)" }));
    const decide = within(screen.getByRole("dialog"));
    expect(decide.getByLabelText<HTMLInputElement>("Who decides").value).toBe("Ada");
    expect(decide.getByRole("button", { name: "Use it" })).toHaveProperty("disabled", true);
    await hand().type(decide.getByLabelText("Reason"), "runs cold");
    await hand().click(decide.getByRole("button", { name: "Use it" }));
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "check_part",
          place: "drive",
          part: "bearing",
          specified: "22218 K C3",
          found: "22218 K",
          decided_by: "Ada",
          reason: "runs cold",
        },
      ],
    ]);
  });

  it("that were decided name who, and are not asked again", () => {
    panel({ parts: [{ ...differs, decided_by: "Ben", reason: "runs cold" }] });
    expect(screen.getByText(/Used by decision of Ben: runs cold/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: /by name/ })).toBeNull();
  });

  it("that were refused come back into the form with the reason", () => {
    const command = {
      kind: "check_part",
      place: "drive",
      part: "nut",
      specified: "",
      found: "?",
    } as const;
    const problem = {
      name: "found",
      message: "Not a number of a nut.",
      expected: "KM 18",
      choices: [],
    };
    const { again } = panel();
    again({}, [command, problem]);
    expect(line("Marked on the part").value).toBe("?");
    expect(line("Marked on the part").getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByText(/Not a number of a nut\./).textContent).toContain("Right: KM 18.");
  });
});

describe("temporary parts", () => {
  const jack = { entry: 4, what: "jack", where: "under the shaft", by: "Ada", out_by: "" };

  it("go in with what they are and where", async () => {
    const { tap } = panel();
    const parts = area("Temporary parts");
    expect(parts.getByRole("button", { name: "Fitted" })).toHaveProperty("disabled", true);
    await hand().click(parts.getByRole("button", { name: "shaft protector" }));
    await hand().click(parts.getByRole("button", { name: "Fitted" }));
    expect(tap.mock.calls).toEqual([[{ kind: "put_in", what: "shaft protector", where: "" }]]);
    expect(parts.getByRole("button", { name: "Fitted" })).toHaveProperty("disabled", true);
  });

  it("come out one by one; what is out says who took it", async () => {
    const { tap, again } = panel({
      temporary: [jack, { ...jack, entry: 5, what: "sling", where: "" }],
    });
    await hand().click(button(/Out again ?: sling/));
    expect(tap.mock.calls).toEqual([[{ kind: "take_out", number: 5 }]]);
    again({ temporary: [{ ...jack, out_by: "Ben" }] });
    expect(screen.getByText("out (Ben)")).toBeTruthy();
    expect(screen.queryByRole("button", { name: /Out again/ })).toBeNull();
  });
});

describe("joints", () => {
  it("at torque are asked for the wrench; others are not", async () => {
    const { tap } = panel();
    const joints = area("Joints");
    expect(joints.queryByLabelText(/which wrench/)).toBeNull();
    await hand().click(joints.getByRole("button", { name: "cap bolts, tail side" }));
    await hand().click(joints.getByRole("radio", { name: "at torque" }));
    await hand().type(joints.getByLabelText(/which wrench/), "no. 3, 80 N·m");
    await hand().click(joints.getByRole("button", { name: "Note the joint" }));
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "say_joint",
          joint: "cap bolts, tail side",
          tightness: "at torque",
          wrench: "no. 3, 80 N·m",
        },
      ],
    ]);
    expect(choice("snug").getAttribute("aria-checked")).toBe("true");
  });

  it("that are snug go on to torque by one tap, those at torque do not ask again", async () => {
    const snug = { joint: "base bolts", tightness: "snug", wrench: "", by: "Ada" } as const;
    panel({ joints: [snug, { ...snug, joint: "cap bolts", tightness: "at torque" }] });
    const joints = area("Joints");
    await hand().click(joints.getByRole("button", { name: /To torque ?: base bolts/ }));
    expect(line("Joint").value).toBe("base bolts");
    expect(choice("at torque").getAttribute("aria-checked")).toBe("true");
    expect(joints.queryByRole("button", { name: /To torque ?: cap bolts/ })).toBeNull();
  });
});

describe("what comes first", () => {
  it("is a grave difference that nobody has decided, then the marks", () => {
    const order = () => screen.getAllByRole("region").map((one) => one.getAttribute("aria-label"));
    const { again } = panel();
    expect(order().slice(0, 2)).toEqual(["Marks", "Parts and numbers"]);
    const grave = { what: "number", found: "1", specified: "2", grave: true };
    const part = {
      place: "drive",
      part: "nut",
      specified: "2",
      found: "1",
      differs: [grave],
      reason: "",
    };
    again({ parts: [{ ...part, decided_by: "" }] });
    expect(order().slice(0, 2)).toEqual(["Parts and numbers", "Marks"]);
    again({ parts: [{ ...part, decided_by: "Ben" }] });
    expect(order().slice(0, 2)).toEqual(["Marks", "Parts and numbers"]);
  });
});
