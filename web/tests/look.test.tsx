/**
 * The look at an old bearing: what a tap says, where a tap on the unrolled ring lands, and that no
 * weight is hidden.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, screen, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { FailureBook, LookWork } from "../src/api";
import { Unrolled } from "../src/drawing";
import { frame, HALF, placeAt } from "../src/drawing/unrolled-frame";
import { pieces } from "../src/drawing/unrolled-signs";
import { LookPanel } from "../src/features/bench/topics/look/panel";
import { answeredIn } from "../src/features/bench/topics/look/use-book";
import { button, choice, hand, line, moveOf, ours, refusal, show } from "./page";

const STRIP: LookWork["strips"][number] = {
  face: "outer",
  words: "outer raceway",
  length_mm: 460,
  width_mm: 40,
  rows: 2,
};
const finding = (more: Partial<LookWork["findings"][number]>): LookWork["findings"][number] => ({
  entry: 9,
  face: "outer",
  sign: "path",
  from_deg: 110,
  to_deg: 250,
  row: 1,
  middle_mm: null,
  width_mm: null,
  ...more,
});
const question = (
  number: number,
  words: string,
  answers: Record<string, string>,
  more: object = {},
) => ({
  number,
  words,
  answers,
  at: ["inner"],
  by: "eye",
  lost_by: "",
  several: false,
  none: "a",
  kinds: ["P", "U"],
  ...more,
});
const BOOK = {
  questions: [
    question(
      10,
      "How are the dents spread?",
      { a: "no dents", b: "at random", c: "at roller pitch" },
      { several: true },
    ),
    question(26, "How much of its usual life?", { a: "a tenth", b: "more" }, { at: ["history"] }),
    question(37, "How is the tread?", { a: "even" }, { kinds: ["F"] }),
  ],
  causes: [
    { id: "DIR", words: "Hard dirt came in", kinds: ["P", "U"] },
    { id: "CAM", words: "Edge track", kinds: ["F"] },
  ],
  classes: [{ number: "5.2.2", name: "Abrasive wear" }],
  removal: {},
} as unknown as FailureBook;
const WORK: LookWork = {
  topic: "look",
  asks: null,
  kind: "P",
  next_question: 10,
  cleaned: true,
  answers: [],
  verdict: { word: "too little evidence", level: "unknown", reason: "Too few signs." },
  causes: [],
  ruled_out: [],
  left_out: [],
  measured: [],
  strips: [STRIP, { ...STRIP, face: "bore", words: "bore", rows: 1 }],
  findings: [],
  load_deg: null,
  rollers: null,
  concluded: "",
  since: false,
  parts: [],
};

beforeEach(() => {
  vi.stubGlobal(
    "fetch",
    vi.fn(async () => ours(BOOK)),
  );
});

async function panel(
  work: Partial<LookWork> = {},
  next = "see_mark",
  refused: Parameters<typeof refusal> | null = null,
) {
  const tap = vi.fn();
  show(
    <QueryClientProvider client={new QueryClient()}>
      <LookPanel
        job="j1"
        work={{ ...WORK, asks: moveOf(next), ...work }}
        tap={tap}
        refused={refused ? refusal(...refused) : null}
      />
    </QueryClientProvider>,
    { actor: "Ada" },
  );
  await screen.findByRole("region", { name: "Likely cause" });
  return tap;
}

describe("a question", () => {
  it("with one true answer takes one tap", async () => {
    const tap = await panel({ next_question: 26 });
    await hand().click(button("more"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "see_mark", question: 26, letters: "b", how: "seen" }],
    ]);
  });

  it("with several takes them together, and “none” at once", async () => {
    const tap = await panel();
    expect(button("Save").disabled).toBe(true);
    await hand().click(button(/at random/));
    await hand().click(button(/at roller pitch/));
    await hand().click(button("Save"));
    await hand().click(button("no dents"));
    expect(tap.mock.calls.map(([command]) => command.letters)).toEqual(["bc", "a"]);
  });

  it("is answered with doubt, or not at all, and both are said", async () => {
    const tap = await panel();
    await hand().click(screen.getByRole("checkbox", { name: "Seen, but doubtful" }));
    await hand().click(button("no dents"));
    await hand().click(button("Evidence lost"));
    await hand().click(button("Not looked"));
    expect(tap.mock.calls.map(([command]) => [command.letters, command.how])).toEqual([
      ["a", "doubtful"],
      ["", "destroyed"],
      ["", "not looked"],
    ]);
  });

  it("of another kind of bearing is not asked; any other can be chosen", async () => {
    const tap = await panel({
      answers: [{ question: 26, letters: ["b"], how: "doubtful", measured: false }],
    });
    expect(screen.queryByRole("radio", { name: "stud" })).toBeNull();
    await hand().click(choice("history"));
    const listed = within(screen.getByRole("list", { name: "Questions: history" }));
    await hand().click(
      listed.getByRole("button", { name: /How much of its usual life\? more \(doubtful\)/ }),
    );
    expect(screen.getByText("Said before: more (doubtful).")).toBeTruthy();
    await hand().click(button("a tenth"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ question: 26, letters: "a" });
  });

  it("reads back what was said", () => {
    const [dents] = BOOK.questions;
    const said = (more: object) =>
      answeredIn(dents!, { question: 10, letters: ["b"], how: "seen", measured: false, ...more });
    expect(said({})).toBe("at random");
    expect(said({ letters: ["b", "c"] })).toBe("at random and at roller pitch");
    expect(said({ measured: true })).toBe("at random (from what is marked)");
    expect(said({ letters: [], how: "destroyed" })).toBe("destroyed");
    expect(answeredIn(dents!, undefined)).toBe("");
  });
});

describe("what it speaks for", () => {
  const cause: LookWork["causes"][number] = {
    id: "DIR",
    words: "Hard dirt came in",
    standing: "most likely",
    score: 6,
    iso: ["5.2.2"],
    reasons: [
      { marks: ["10b"], weight: 2, why: "particles dent at random" },
      { marks: ["26b"], weight: -1.5, why: "late" },
    ],
  };

  it("opens to every weight with its reason, for and against", async () => {
    await panel({ causes: [cause], ruled_out: ["Water came in"], left_out: ["no rim: left out"] });
    expect(screen.getByText("Ruled out: Water came in.")).toBeTruthy();
    expect(screen.getByText("no rim: left out")).toBeTruthy();
    await hand().click(button(/Show the weights/));
    const rows = screen.getAllByRole("row").map((row) => row.textContent);
    expect(rows).toEqual([
      "at randomparticles dent at random+2",
      "morelate−1.5",
      "Sum, with what it begins with+6",
    ]);
    expect(
      screen.getByText(/a sum, not a chance\. ISO 15243: 5\.2\.2 Abrasive wear\./),
    ).toBeTruthy();
  });

  it("is concluded as the marks have it by one tap", async () => {
    const tap = await panel(
      { verdict: { word: "most likely", level: "good", reason: "Dirt." } },
      "conclude_look",
    );
    await hand().click(button("Conclude: most likely"));
    expect(tap.mock.calls).toEqual([[{ kind: "conclude_look" }]]);
  });

  it("is concluded otherwise only by name with a reason, among causes of this kind", async () => {
    const tap = await panel();
    expect(screen.queryByRole("button", { name: /^Conclude:/ })).toBeNull();
    await hand().click(button("Choose another cause (sign)"));
    expect(screen.queryByRole("checkbox", { name: "Edge track" })).toBeNull();
    await hand().click(screen.getByRole("checkbox", { name: "Hard dirt came in" }));
    await hand().click(button("Conclude so"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "seen before");
    await hand().click(decide.getByRole("button", { name: "Conclude" }));
    expect(tap.mock.calls).toEqual([
      [{ kind: "conclude_look", causes: "DIR", decided_by: "Ada", reason: "seen before" }],
    ]);
  });
});

describe("what is told, and what is photographed", () => {
  it("an answer that somebody gave can be told, written down or doubtful", async () => {
    const history = BOOK.questions.map((one) =>
      one.number === 26 ? { ...one, by: "asked" } : one,
    );
    vi.stubGlobal(
      "fetch",
      vi.fn(async () => ours({ ...BOOK, questions: history })),
    );
    const tap = await panel({ next_question: 26 });
    await hand().click(choice("by a record"));
    await hand().click(button("more"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "see_mark", question: 26, letters: "b", how: "recorded" }],
    ]);
  });

  it("an answer that is not offered any more stays readable where it was given", async () => {
    const older = BOOK.questions.map((one) => (one.number === 26 ? { ...one, older: ["b"] } : one));
    vi.stubGlobal(
      "fetch",
      vi.fn(async () => ours({ ...BOOK, questions: older })),
    );
    const answers = [{ question: 26, letters: ["b"], how: "seen", measured: false }] as const;
    await panel({ next_question: 26, answers: [{ ...answers[0], letters: ["b"] }] });
    expect(screen.queryByRole("button", { name: "more" })).toBeNull();
    expect(screen.getByText("Said before: more.")).toBeTruthy();
  });

  it("a photograph belongs to the finding it shows", async () => {
    await panel({ findings: [finding({ photographs: ["f1"] })] });
    const listed = within(screen.getByRole("region", { name: "Photographs of what is marked" }));
    expect(listed.getByRole("img").getAttribute("src")).toBe("/api/jobs/j1/attachments/f1");
    await hand().click(listed.getByRole("button", { name: /^Photograph it/ }));
    expect(listed.getByRole("group", { name: "Keep with entry 9" })).toBeTruthy();
  });

  it("nothing wrong is concluded by one tap", async () => {
    const verdict = {
      word: "nothing wrong found",
      level: "watch",
      reason: "Look elsewhere.",
    } as const;
    const tap = await panel({ verdict }, "conclude_look");
    await hand().click(button("Conclude: nothing wrong found"));
    expect(tap.mock.calls).toEqual([[{ kind: "conclude_look" }]]);
  });
});

describe("back, or scrap", () => {
  const part = (more: Partial<LookWork["parts"][number]>): LookWork["parts"][number] => ({
    part: "bearing",
    advised: { word: "scrap", level: "stop", reason: "Flaked." },
    by_name: true,
    fit: null,
    unusable: false,
    overtaken: false,
    ...more,
  });

  it("what was passed and would not be now is struck out, and asks to be checked again", async () => {
    const again = {
      word: "check again",
      level: "stop",
      reason: "Seen since it was passed.",
    } as const;
    await panel({ parts: [part({ fit: true, overtaken: true, advised: again })] }, "judge_part");
    expect(screen.getByText("goes back").className).toContain("line-through");
    expect(screen.getByText("Seen since it was passed.")).toBeTruthy();
    expect(button("Check again the bearing")).toBeTruthy();
  });

  it("scrap is one tap, going back against a sign needs a name", async () => {
    const tap = await panel({ parts: [part({})] }, "judge_part");
    await hand().click(button(/^Check/));
    await hand().click(button("Reuse anyway (sign)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "one shift only");
    await hand().click(decide.getByRole("button", { name: "It goes back" }));
    await hand().click(button(/^Check/));
    await hand().click(button("Scrap"));
    expect(tap.mock.calls.map(([command]) => [command.fit, command.decided_by])).toEqual([
      [true, "Ada"],
      [false, ""],
    ]);
  });

  it("a part that is judged by eye needs its sign", async () => {
    const tap = await panel({
      parts: [
        part({
          part: "nut",
          advised: { word: "by eye", level: "unknown", reason: "" },
          by_name: false,
        }),
      ],
    });
    await hand().click(button(/^Check/));
    expect(button("It goes back").disabled).toBe(true);
    await hand().click(button("worn"));
    await hand().click(button("Scrap"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({ part: "nut", fit: false, sign: "worn" });
  });

  it("is made unusable with proof, once the cause is known", async () => {
    const tap = await panel(
      { parts: [part({ fit: false })], concluded: "Concluded: dirt." },
      "make_unusable",
    );
    expect(button("It cannot be fitted again").disabled).toBe(true);
    await hand().click(button("crushed"));
    await hand().type(line("Seen by, or photograph"), "Ben");
    await hand().click(button("It cannot be fitted again"));
    expect(tap.mock.calls).toEqual([
      [{ kind: "make_unusable", part: "bearing", how: "crushed", proof: "Ben" }],
    ]);
  });

  it("stays evidence before that", async () => {
    await panel({ parts: [part({ fit: false })] });
    expect(screen.queryByRole("button", { name: "It cannot be fitted again" })).toBeNull();
  });
});

describe("the unrolled ring", () => {
  const at = frame(STRIP);

  it.each([0, 45, 89, 90, 135, 180, 200, 269, 270, 315, 359])(
    "a tap at %i° is read at %i°",
    (deg) => {
      for (const row of [1, 2] as const) {
        const y = at.top(deg) + at.high * (row === 1 ? 0.25 : 0.75);
        expect(placeAt(STRIP, at.x(deg) + 0.2, y)).toEqual({ deg, row });
      }
    },
  );

  it("is to scale in both directions, and reads nothing beside it", () => {
    expect(at.high / STRIP.width_mm).toBeCloseTo(HALF / (STRIP.length_mm / 2));
    expect(placeAt(STRIP, 2, at.top(0) + 5)).toBeNull();
    expect(placeAt(STRIP, at.x(0), at.height + 40)).toBeNull();
    expect(placeAt({ ...STRIP, rows: 1 }, at.x(0), at.top(0) + 2)?.row).toBe(0);
  });

  it.each([
    [110, 250, [[110, 140]]],
    [350, 20, [[350, 30]]],
    [
      60,
      130,
      [
        [60, 30],
        [90, 40],
      ],
    ],
    [
      0,
      360,
      [
        [0, 90],
        [90, 180],
        [270, 90],
      ],
    ],
    [180, 180, [[180, 0]]],
  ])("an arc from %i° to %i° is cut where the drawing is", (from_deg, to_deg, expected) => {
    const found = pieces(finding({ from_deg, to_deg }));
    expect(found.map(({ from, arc }) => [from, arc])).toEqual(expected);
  });

  it("draws every sign in a shape of its own and says all in words", () => {
    const signs = [
      "path",
      "flake",
      "dent",
      "tint",
      "rust",
      "fretting oxide",
      "flutes",
      "crack",
      "smear",
    ] as const;
    const shapes = signs.map((sign) => {
      const page = show(<Unrolled strip={STRIP} findings={[finding({ sign })]} loadDeg={180} />);
      expect(screen.getByRole("img").getAttribute("aria-label")).toContain(
        `${sign} 110° to 250°, row 1`,
      );
      const drawn = page.container.querySelector("svg")!.innerHTML;
      page.unmount();
      return drawn;
    });
    expect(new Set(shapes).size).toBe(signs.length);
  });

  it("shows the load on a ring that stands, and on none that turns", () => {
    const { container } = show(<Unrolled strip={STRIP} findings={[]} loadDeg={180} />);
    expect(container.textContent).toContain("load");
    const inner = show(
      <Unrolled strip={{ ...STRIP, face: "inner" }} findings={[]} loadDeg={180} />,
    );
    expect(inner.container.textContent).not.toContain("load");
  });

  it("fills the form by taps: a spot by one, an arc by two", async () => {
    const tap = await panel();
    const drawing = screen.getByRole("img", { name: /outer raceway/ });
    drawing.getBoundingClientRect = () => new DOMRect(0, 0, at.width, at.height);
    const touch = (deg: number, share: number) =>
      fireEvent.click(drawing, { clientX: at.x(deg), clientY: at.top(deg) + at.high * share });
    touch(180, 0.75);
    expect(line("Place, or where it begins").value).toBe("180°");
    await hand().click(button("Mark the dent"));
    await hand().click(choice("path"));
    touch(120, 0.25);
    touch(240, 0.25);
    await hand().click(button("Mark the path"));
    expect(
      tap.mock.calls.map(([command]) => [command.sign, command.at, command.to, command.row]),
    ).toEqual([
      ["dent", "180°", "", "2"],
      ["path", "120°", "240°", "1"],
    ]);
  });

  it("takes typed places too, and brings a refused one back", async () => {
    const sent = { kind: "mark_finding", face: "outer", sign: "dent", at: "13 o'clock" } as const;
    await panel({}, "see_mark", [
      sent as never,
      { name: "at", message: "A clock face has no 13.", expected: "7 o'clock", choices: [] },
    ]);
    expect(line("Place, or where it begins").value).toBe("13 o'clock");
    expect(screen.getByText(/A clock face has no 13\./)).toBeTruthy();
  });

  it("is made an answer by the load and the count", async () => {
    const tap = await panel();
    await hand().click(button("6 o'clock"));
    await hand().click(button("Note the load"));
    await hand().type(line(/Rollers in one row \(now: not counted\)/), "19{enter}");
    expect(tap.mock.calls.map(([command]) => command)).toEqual([
      { kind: "point_load", at: "6 o'clock" },
      { kind: "count_rollers", rollers: "19" },
    ]);
  });
});

it("without its list of signs the panel says what to do", async () => {
  vi.stubGlobal(
    "fetch",
    vi.fn(async () => Promise.reject(new TypeError("no network"))),
  );
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  show(
    <QueryClientProvider client={client}>
      <LookPanel job="j1" work={{ ...WORK, asks: "see_mark" }} tap={vi.fn()} refused={null} />
    </QueryClientProvider>,
  );
  expect(await screen.findByText(/not on this device/)).toBeTruthy();
});
