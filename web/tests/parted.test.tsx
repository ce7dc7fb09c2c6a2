/**
 * Leaf and nut do not agree: every look is one tap with its answer, and what was seen decides
 * whether the leaf may lead.
 */
import { render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Tapered } from "../src/api";
import { PartedPanel } from "../src/features/bench/topics/tapered/parted-panel";
import { button, choice, hand, line } from "./page";

type Parted = NonNullable<Tapered["parted"]>;
const check = (id: string, text: string, answers: string[], found = "") => ({
  id,
  text,
  must: true,
  found,
  answers: answers.map((title) => ({ id: title, title })),
});
const PARTED: Parted = {
  confirmed: true,
  leads: true,
  by_travel: true,
  checks: [
    {
      id: "another_place",
      text: "another place of the ring gauged",
      must: false,
      found: "",
      answers: [],
    },
    check("numbers", "numbers: one family?", ["pair", "no pair"]),
    check("sleeve_end", "sleeve end: moved?", ["where it was", "moved"]),
  ],
};
const show = (parted: Partial<Parted>) => {
  const tap = vi.fn();
  render(
    <PartedPanel work={{ parted: { ...PARTED, ...parted } } as Tapered} tap={tap} refused={null} />,
  );
  return tap;
};

describe("a feeler and a nut that part", () => {
  it("are gauged once more before anything else", () => {
    show({ confirmed: false });
    expect(button(/Gauge once more/)).toBeTruthy();
    expect(screen.queryByRole("radio")).toBeNull();
  });

  it("are looked at by one tap each", async () => {
    const tap = show({});
    expect(button("2 still to look at").disabled).toBe(true);
    await hand().click(choice("no pair"));
    expect(tap).toHaveBeenCalledWith({ kind: "look_at", look: "numbers", found: "no pair" });
  });

  it("take two lengths in place of a mark", async () => {
    const tap = show({});
    const user = hand();
    await user.click(screen.getByText(/measured at the zero mark/));
    expect(button(/Compare/).disabled).toBe(true);
    await user.type(line("At the zero mark"), "30.00 mm");
    await user.type(line("Now"), "30.36 mm");
    await user.click(button(/Compare/));
    expect(tap).toHaveBeenCalledWith({
      kind: "look_at",
      look: "sleeve_end",
      sleeve_before: "30.00 mm",
      sleeve_after: "30.36 mm",
      tool: "depth micrometer",
    });
  });

  it("let the feeler lead once all was looked at", async () => {
    const looked = PARTED.checks.map((one) => ({ ...one, found: one.answers[0]?.id ?? "" }));
    const tap = show({ checks: looked });
    await hand().click(button("The feeler leads from here"));
    expect(tap).toHaveBeenCalledWith({ kind: "follow_leaf" });
  });

  it("offer no way on over what was seen", () => {
    show({ leads: false, by_travel: false });
    expect(screen.queryByRole("button")).toBeNull();
    expect(screen.getAllByRole("radio")).toHaveLength(4);
  });
});
