/**
 * Pictures of work and the words of the trade: every name that is used has its drawing, and a word
 * leads to its meaning.
 */
import { screen, within } from "@testing-library/react";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import guide from "../../data/guide/guide.json";
import { PICTURE_NAMES, Picture } from "../src/drawing";
import { GuidePage, WordsPage } from "../src/features/guide";
import { WORDS, WordsHere, wordsIn } from "../src/ui";
import { show } from "./page";

const PROCEDURES = join(__dirname, "../../data/procedures");

/** Names under `pictures:` in every procedure and stage. */
function used(): string[] {
  const files = [PROCEDURES, join(PROCEDURES, "stages")].flatMap((folder) =>
    readdirSync(folder)
      .filter((name) => name.endsWith(".yaml"))
      .map((name) => readFileSync(join(folder, name), "utf8")),
  );
  return files.flatMap((text) =>
    [...text.matchAll(/^ *pictures:\n((?: +- .*\n)+)/gm)].flatMap(([, lines = ""]) =>
      [...lines.matchAll(/- (?:\{ text: )?([a-z_]+)/g)].map(([, name = ""]) => name),
    ),
  );
}

describe("a picture", () => {
  it("is there for every name that procedures, words and guide use, and says what it shows", () => {
    const names = [
      ...used(),
      ...WORDS.flatMap(({ picture }) => picture ?? []),
      ...guide.work.flatMap((chapter: { picture?: string }) => chapter.picture ?? []),
    ];
    expect(used().length).toBeGreaterThan(10);
    expect(names.filter((name) => !PICTURE_NAMES.includes(name))).toEqual([]);
    for (const name of PICTURE_NAMES) {
      const { container, unmount } = show(<Picture name={name} />);
      expect(container.querySelector("svg")?.getAttribute("aria-label")?.length).toBeGreaterThan(
        20,
      );
      expect(container.innerHTML).not.toContain("NaN");
      unmount();
    }
  });
});

describe("words", () => {
  it("are found in what a screen says, each once, and none inside another word", () => {
    expect(wordsIn("The window is open: take the tab position.").map(({ id }) => id)).toEqual([
      "window",
      "tab-position",
    ]);
    expect(wordsIn("Grouped windows stopped")).toEqual([]);
  });

  it("lead to their meaning", () => {
    show(<WordsHere text="Bearings of this shaft: fixed, floating." />);
    expect(screen.getByRole("link", { name: "fixed and floating" }).getAttribute("href")).toBe(
      "/words#fixed-floating",
    );
  });

  it("stand on a page of their own, and the guide has a first day for three people and a page for each kind of work", () => {
    show(<WordsPage />);
    expect(screen.getAllByRole("term")).toHaveLength(WORDS.length);
    show(<GuidePage />);
    for (const title of [
      "A fitter's first day",
      "A planner's first day",
      "A supervisor's first day",
      "Rounds",
    ])
      expect(
        within(screen.getByRole("region", { name: title })).getAllByRole("listitem").length,
      ).toBeGreaterThan(1);
  });
});
