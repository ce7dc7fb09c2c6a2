/**
 * Gates, ticks, points, short keys: what is half done survives, what must not be skipped is not.
 */
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useLocation } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { Gate } from "../src/api";
import { KEYS, useKeys } from "../src/app/keys";
import { GatePanel } from "../src/features/bench/gate-panel";
import { PointLine } from "../src/features/bench/points";
import { TicksPanel } from "../src/features/bench/ticks-panel";
import { useSettings } from "../src/ui";
import { button, hand, show } from "./page";

const GATE: Gate = {
  id: "isolated",
  title: "Safe to work on",
  why: "A shaft that turns takes hands with it.",
  overrule: false,
  items: [
    { id: "locked", text: "Locked and tried" },
    { id: "held", text: "The shaft cannot turn" },
  ],
};
const tick = (name: string) => screen.getByRole("checkbox", { name });

describe("a gate", () => {
  const gate = (over: Partial<Gate> = {}, job = "7", busy = false) => {
    const tap = vi.fn();
    const page = show(
      <GatePanel job={job} gate={{ ...GATE, ...over }} section={null} tap={tap} busy={busy} />,
      {
        actor: "Ada",
      },
    );
    return { tap, ...page };
  };

  it("opens only when every item is ticked, and counts what is left", async () => {
    const { tap } = gate();
    expect(button("2 still to confirm").disabled).toBe(true);
    await hand().click(tick("Locked and tried"));
    expect(button("1 still to confirm").disabled).toBe(true);
    expect(tap).not.toHaveBeenCalled();
    await hand().click(tick("The shaft cannot turn"));
    const confirmed = { kind: "confirm_gate", gate: "isolated", items: ["locked", "held"] };
    expect(tap.mock.calls).toEqual([[confirmed]]);
    // It was refused: it stands there, and can be sent again.
    await hand().click(button("All confirmed: go on"));
    expect(tap.mock.calls).toEqual([[confirmed], [confirmed]]);
  });

  it("that is on its way is not sent twice", async () => {
    const { tap } = gate({}, "7", true);
    await hand().click(tick("Locked and tried"));
    await hand().click(tick("The shaft cannot turn"));
    expect(button("Confirmed, on its way").disabled).toBe(true);
    expect(tap).toHaveBeenCalledTimes(1);
  });

  it("that was half ticked is so after a reload, on its own job only", async () => {
    const first = gate();
    await hand().click(tick("Locked and tried"));
    first.unmount();
    const other = gate({}, "8");
    expect(button("2 still to confirm")).toBeTruthy();
    other.unmount();
    gate();
    expect(tick("Locked and tried")).toHaveProperty("checked", true);
    expect(button("1 still to confirm")).toBeTruthy();
  });

  it("forgets ticks of items that it no longer has", async () => {
    const first = gate();
    await hand().click(tick("Locked and tried"));
    first.unmount();
    gate({ items: [{ id: "proved", text: "Proved by trying" }] });
    expect(button("1 still to confirm").disabled).toBe(true);
  });

  it("of life and limb cannot be overridden, and says so", () => {
    gate();
    expect(screen.queryByRole("button", { name: /Overrule/ })).toBeNull();
    expect(screen.getByText(/Nobody can override this/)).toBeTruthy();
  });

  it("that may be overridden is so by a name with a reason, with what was ticked", async () => {
    const { tap } = gate({ overrule: true });
    await hand().click(tick("Locked and tried"));
    await hand().click(button("Override (name and reason)"));
    const decide = within(screen.getByRole("dialog"));
    await hand().type(decide.getByLabelText("Reason"), "no wind today");
    await hand().click(decide.getByRole("button", { name: "Overrule and go on" }));
    expect(tap.mock.calls).toEqual([
      [
        {
          kind: "overrule_gate",
          gate: "isolated",
          name: "Ada",
          reason: "no wind today",
          items: ["locked"],
        },
      ],
    ]);
  });
});

describe("steps", () => {
  it("are ticked and taken back, each as an entry; who did it stands beside it", async () => {
    const tap = vi.fn();
    const work = {
      topic: "ticks" as const,
      steps: [
        { step: "Wipe the seat", by: "" },
        { step: "Oil it", by: "Ben" },
      ],
    };
    show(<TicksPanel stage="prepare" work={work} tap={tap} />);
    await hand().click(tick("Wipe the seat"));
    await hand().click(tick("Oil it (Ben)"));
    expect(tap.mock.calls.map(([command]) => [command.step, command.done])).toEqual([
      ["Wipe the seat", true],
      ["Oil it", false],
    ]);
  });
});

describe("an open point", () => {
  it("is settled with a word how", async () => {
    const tap = vi.fn();
    show(<PointLine point={{ number: 3, text: "grease line", closed: "" } as never} tap={tap} />);
    await hand().click(button(/Settle ?: grease line/));
    expect(button("Settled").disabled).toBe(true);
    await hand().type(screen.getByLabelText("How was it settled"), "cleared{enter}");
    expect(tap.mock.calls).toEqual([[{ kind: "close_point", point: 3, how: "cleared" }]]);
  });
});

/** As long as a hand needs from key to key. */
const pause = () => new Promise((done) => setTimeout(done, 90));

describe("short keys", () => {
  function Desk({
    on = true,
    onHelp,
    onMain,
  }: {
    on?: boolean;
    onHelp: () => void;
    onMain: () => void;
  }) {
    useKeys(on, onHelp);
    const { units, look } = useSettings();
    return (
      <>
        <output>{`${units} ${look} ${useLocation().pathname}`}</output>
        <button data-main onClick={onMain}>
          next
        </button>
        <input aria-label="typing" data-turn />
      </>
    );
  }
  const desk = (on = true) => {
    const [onHelp, onMain] = [vi.fn(), vi.fn()];
    show(<Desk on={on} onHelp={onHelp} onMain={onMain} />);
    return { onHelp, onMain, said: () => screen.getByRole("status").textContent };
  };
  const press = (key: string, at: Element = document.body, more: object = {}) =>
    fireEvent.keyDown(at, { key, ...more });

  it("press what is on the page and go where they say", async () => {
    const { onHelp, onMain, said } = desk();
    press("n");
    await waitFor(() => expect(onMain).toHaveBeenCalledOnce());
    const places = {
      u: "inch light /",
      l: "inch dark /",
      p: "inch dark /plan",
      s: "inch dark /calculator",
    };
    for (const [key, wanted] of Object.entries({
      ...places,
      b: "inch dark /tables",
      j: "inch dark /",
    })) {
      await pause();
      press(key);
      await waitFor(() => expect(said()).toBe(wanted));
    }
    await pause();
    press("t");
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("typing")));
    await pause();
    press("?");
    await waitFor(() => expect(onHelp).toHaveBeenCalledOnce());
  });

  it("are no figures of a gauge that types", async () => {
    const { onMain, said } = desk();
    for (const figure of "12.345 in") press(figure);
    press("Enter");
    await pause();
    await pause();
    expect(onMain).not.toHaveBeenCalled();
    expect(said()).toBe("mm light /");
  });

  it("stay out of what is typed, and of the browser's own", () => {
    const { onMain, said } = desk();
    press("n", screen.getByLabelText("typing"));
    press("u", document.body, { ctrlKey: true });
    expect(onMain).not.toHaveBeenCalled();
    expect(said()).toBe("mm light /");
  });

  it("that are switched off leave only their list", async () => {
    const { onHelp, onMain } = desk(false);
    press("n");
    await pause();
    press("?");
    await waitFor(() => expect(onHelp).toHaveBeenCalledOnce());
    expect(onMain).not.toHaveBeenCalled();
  });

  it("are listed once each", () => {
    expect(new Set(KEYS.map(({ key }) => key)).size).toBe(KEYS.length);
  });
});
