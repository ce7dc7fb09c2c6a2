/**
 * Blows as they were struck: what is said is one tap, another count another one, and another tool
 * is said with it.
 */
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Tapered } from "../src/api";
import { StrikePanel } from "../src/features/bench/topics/tapered/strike-panel";
import { button, show } from "./page";

type Blows = NonNullable<Tapered["blows"]>;
const NONE: Blows = {
  asked: 1,
  another_tool: false,
  struck: 0,
  since: 0,
  last: 0,
  mean_um: null,
  most_um: null,
};
const SOME: Blows = {
  asked: 3,
  another_tool: false,
  struck: 5,
  since: 2,
  last: 2,
  mean_um: 4.6,
  most_um: 7.1,
};

function panel(blows: Blows | null) {
  const tap = vi.fn();
  show(<StrikePanel work={{ blows } as Tapered} tap={tap} />);
  return tap;
}

describe("blows", () => {
  it("takes the first one with one tap and asks nothing of hand or tool", () => {
    const tap = panel(NONE);
    expect(screen.queryByRole("checkbox")).toBeNull();
    fireEvent.click(button("One blow struck"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({ kind: "strike_blows", blows: 1, same: true });
  });

  it("says what a blow takes, and takes as many as are asked for", () => {
    const tap = panel(SOME);
    expect(
      screen.getByText(
        /5 blows so far, 2 since the last gauging\. One takes 0\.005 mm.*at most 0\.007 mm/,
      ),
    ).toBeTruthy();
    fireEvent.click(button("3 blows struck, like the last"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({ kind: "strike_blows", blows: 3, same: true });
  });

  it("takes another count by another hammer", () => {
    const tap = panel(SOME);
    fireEvent.click(screen.getByRole("checkbox", { name: /another hand, hammer or spanner/ }));
    fireEvent.click(button("2 blows struck"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({ kind: "strike_blows", blows: 2, same: false });
  });

  it("has another tool ticked where one is asked for, and can be told otherwise", () => {
    const tap = panel({ ...SOME, asked: 1, another_tool: true, mean_um: null, most_um: null });
    expect(screen.getByRole<HTMLInputElement>("checkbox").checked).toBe(true);
    expect(screen.getByText(/not known yet: two gaugings a feeler step apart tell/)).toBeTruthy();
    fireEvent.click(screen.getByRole("checkbox"));
    fireEvent.click(button("One blow struck, like the last"));
    expect(tap).toHaveBeenCalledExactlyOnceWith({ kind: "strike_blows", blows: 1, same: true });
  });

  it("has nothing to say where turns are counted", () => {
    panel(null);
    expect(screen.queryByRole("button")).toBeNull();
  });
});
