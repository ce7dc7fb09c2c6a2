/** Variants side by side: what they have in common follows the first, what was set apart stays. */
import { describe, expect, it } from "vitest";
import type { Choices, VariantDraft } from "../src/api";
import { fieldsOf, follow, valueOf, withValue, wordsOf } from "../src/features/calculator/fields";
import { EMPTY, draftOf } from "../src/features/planner/draft";

const fields = fieldsOf({
  materials: ["ductile iron"],
  own_cards: [{ id: "own-1", title: "our sheet" }],
} as unknown as Choices);
const named = (name: string) => fields.find((field) => field.name === name)!;

describe("a variant", () => {
  it("keeps the plan's entries in the plan and its own beside it", () => {
    const draft = withValue(
      withValue({ plan: {} }, "designation", "22218 K C3"),
      "initial",
      "0.055",
    );
    expect(draft).toEqual({ plan: { designation: "22218 K C3" }, initial: "0.055" });
    expect(valueOf(draft, "designation")).toBe("22218 K C3");
    expect(valueOf(draft, "initial")).toBe("0.055");
    expect(valueOf(draft, "shaft")).toBe("");
  });

  it("follows the first where it was alike, and keeps what was set apart", () => {
    const before: VariantDraft = { plan: { designation: "22218 K", group: "C3" } };
    const other: VariantDraft = { plan: { designation: "22218 K", group: "C4" } };
    const after: VariantDraft = { plan: { designation: "22220 K", group: "CN" } };
    expect(follow(other, before, after, fields).plan).toMatchObject({
      designation: "22220 K",
      group: "C4",
    });
  });

  it("leaves out what is empty, so that it means what it says it means", () => {
    const before: VariantDraft = { plan: { designation: "22218 K", card: "B" } };
    const emptied = withValue(withValue(before, "card", ""), "initial", "");
    expect(emptied.plan).toEqual({ designation: "22218 K" });
    const other = structuredClone(emptied);
    expect(follow(other, emptied, withValue(emptied, "initial", "0.155"), fields).plan).toEqual(
      emptied.plan,
    );
  });

  it("reads in words, an empty entry as what it means", () => {
    expect(wordsOf(named("card"), { plan: {} })).toBe("card A");
    expect(wordsOf(named("card"), { plan: { card: "own-1" } })).toBe("our sheet");
    expect(wordsOf(named("shaft_material"), { plan: { shaft_material: "ductile iron" } })).toBe(
      "ductile iron",
    );
    expect(wordsOf(named("initial"), { plan: {} })).toBe("middle of group");
    expect(wordsOf(named("initial"), { plan: {}, initial: "0.06" })).toBe("0.06");
  });

  it("asks for nothing twice, and offers the cards of the crib", () => {
    expect(new Set(fields.map((field) => field.name)).size).toBe(fields.length);
    expect(named("card").options?.map((option) => option.value)).toContain("own-1");
    expect(fieldsOf(undefined).map((field) => field.name)).toEqual(
      fields.map((field) => field.name),
    );
  });
});

describe("a plan handed over in an address", () => {
  it("takes what a plan knows and nothing else", () => {
    const draft = draftOf(
      new URLSearchParams("designation=22218+K&shaft=3+3%2F16+in&__proto__=x&admin=1"),
    );
    expect(draft).toEqual({ ...EMPTY, designation: "22218 K", shaft: "3 3/16 in" });
    expect(draftOf(new URLSearchParams("job=7"))).toBeNull();
  });
});
