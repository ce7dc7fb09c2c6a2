/**
 * The gauge set in hand: another one by two taps, what stands against it in words, and nothing
 * chosen beforehand.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { RefusedCommand, Tapered } from "../src/api";
import { DecideFeelers } from "../src/features/bench/topics/tapered/decide";
import { FeelersInHand } from "../src/features/bench/topics/tapered/feelers-in-hand";
import { button, hand, line, ours, refusal, show } from "./page";

type Feelers = NonNullable<Tapered["feelers"]>;
const HAND: Feelers = { id: "m1", name: "Set M1", doubt: null, measured: false };
const STOP = {
  word: "cannot prove this window",
  level: "stop" as const,
  reason: "The thinnest feeler of Set M1 is 0.030 mm (1.2 thou).",
  code: "provable.thicker",
};
const SETS = [
  {
    id: "m1",
    name: "Set M1",
    unit: "mm",
    leaves_um: [30, 40],
    checked_on: null,
    measured_um: null,
  },
  {
    id: "m2",
    name: "Set M2",
    unit: "mm",
    leaves_um: [10, 15],
    checked_on: null,
    measured_um: [10.1, 15.2],
  },
];

function panel(
  feelers: Partial<Feelers> = {},
  asked = false,
  refused: RefusedCommand | null = null,
) {
  vi.stubGlobal(
    "fetch",
    vi.fn(async () => ours({ feeler_sets: SETS, machines: [], more_after: "" })),
  );
  const tap = vi.fn();
  const own = { ...HAND, ...feelers };
  show(
    <QueryClientProvider client={new QueryClient()}>
      {asked ? (
        <DecideFeelers work={{ feelers: own } as Tapered} tap={tap} refused={refused} />
      ) : (
        <FeelersInHand feelers={own} tap={tap} refused={refused} />
      )}
    </QueryClientProvider>,
  );
  return tap;
}

describe("the feelers in hand", () => {
  it("are one line until another set is wanted, and the crib is not asked for before", async () => {
    const tap = panel({ measured: true });
    expect(fetch).not.toHaveBeenCalled();
    await hand().click(button("Feelers: Set M1, measured. Take another set"));
    const list = await screen.findByLabelText("Another gauge set than Set M1");
    expect(button("Take it in hand").disabled).toBe(true);
    await waitFor(() =>
      expect(screen.getByRole("option", { name: "Set M2, from 0.010 mm, measured" })).toBeTruthy(),
    );
    expect(screen.queryByRole("option", { name: /^Set M1/ })).toBeNull();
    await hand().selectOptions(list, "m2");
    await hand().click(button("Take it in hand"));
    expect(tap).toHaveBeenCalledWith({ kind: "take_feelers", feeler_id: "m2" });
  });

  it("say what stands against them", () => {
    panel({ doubt: STOP });
    expect(screen.getByText(/thinnest feeler of Set M1/)).toBeTruthy();
  });

  it("that cannot prove the window are the next move: another set, or a name that answers", async () => {
    const tap = panel({ doubt: STOP }, true);
    await waitFor(() => expect(screen.getByRole("option", { name: /^Set M2/ })).toBeTruthy());
    expect(button("Take it in hand").dataset["main"]).toBe("true");
    await hand().click(button("Accept as is (sign)"));
    await hand().type(line(/Your name|Who/), "Ada");
    await hand().type(line(/Reason|Why/), "no other set today");
    await hand().click(button("Accept and go on"));
    expect(tap).toHaveBeenCalledWith({
      kind: "accept_outside",
      what: "feelers",
      name: "Ada",
      reason: "no other set today",
    });
  });

  it("say at their place what was refused", async () => {
    panel(
      {},
      false,
      refusal(
        { kind: "take_feelers", feeler_id: "x" },
        {
          name: "feeler_id",
          message: "This gauge set is not in the crib.",
          expected: "one of Set M1",
          choices: [],
          meant: false,
        },
      ),
    );
    await hand().click(button(/Take another set/));
    expect(await screen.findByText(/not in the crib/)).toBeTruthy();
  });
});
