/** Where the focus goes after Enter, when answers come late and taps are quick. */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Bench, OutboxState } from "../src/api";
import type { JobAccess } from "../src/features/bench/use-job";
import { useNextFocus } from "../src/features/bench/use-next-focus";

interface Shown {
  seq: number;
  waiting: number;
  kind: "bore" | "check";
}

function Page({ seq, waiting, kind }: Shown) {
  const bench = {
    last_seq: seq,
    at: "1",
    stage: "prepare",
    next: { do: kind, stops: false },
  } as Bench;
  const outbox = { refused: [], waiting } as unknown as OutboxState;
  const tap = useNextFocus(bench, { bench, outbox, tap: () => undefined } as unknown as JobAccess);
  const say = () => tap({ kind: "note" } as never);
  return (
    <main id="content">
      <section>
        <h2 id="next-move" tabIndex={-1}>
          Next
        </h2>
        {kind === "bore" ? (
          <form key="bore" onSubmit={(event) => (event.preventDefault(), say())}>
            <input aria-label="bore gauge" />
            <button data-main>Log it</button>
          </form>
        ) : (
          <button key="check" data-main type="button" onClick={say}>
            Check the seat
          </button>
        )}
      </section>
    </main>
  );
}

beforeEach(() => {
  vi.spyOn(window, "requestAnimationFrame").mockImplementation((then) => (then(0), 0));
  // Nothing is laid out here: what stands in the page counts as seen.
  vi.spyOn(HTMLElement.prototype, "getClientRects").mockReturnValue([{}] as unknown as DOMRectList);
});
afterEach(() => vi.restoreAllMocks());

const focused = () => document.activeElement;

it("goes to what is next when the answer to an earlier reading comes after the last one was typed", () => {
  const { rerender } = render(<Page seq={5} waiting={0} kind="bore" />);
  const field = screen.getByRole("textbox");
  field.focus();
  for (const waiting of [1, 2]) {
    fireEvent.keyDown(field, { key: "Enter" });
    fireEvent.submit(field.closest("form")!);
    rerender(<Page seq={5} waiting={waiting} kind="bore" />);
  }
  rerender(<Page seq={6} waiting={1} kind="bore" />);
  expect(focused()).toBe(field);
  rerender(<Page seq={7} waiting={0} kind="check" />);
  expect(focused()).toBe(screen.getByRole("button", { name: "Check the seat" }));
});

it("belongs to the key however late the page comes to send the form", () => {
  const { rerender } = render(<Page seq={5} waiting={0} kind="bore" />);
  const field = screen.getByRole("textbox");
  field.focus();
  const clock = vi.spyOn(performance, "now");
  clock.mockReturnValue(1_000);
  fireEvent.keyDown(field, { key: "Enter" });
  clock.mockReturnValue(4_000);
  fireEvent.submit(field.closest("form")!);
  rerender(<Page seq={6} waiting={0} kind="check" />);
  expect(focused()).toBe(screen.getByRole("button", { name: "Check the seat" }));
});

it("moves no focus after a finger", () => {
  const { rerender } = render(<Page seq={5} waiting={0} kind="bore" />);
  const field = screen.getByRole("textbox");
  field.focus();
  fireEvent.keyDown(field, { key: "Enter" });
  act(() => field.blur());
  fireEvent.pointerDown(screen.getByRole("button", { name: "Log it" }));
  fireEvent.submit(field.closest("form")!);
  rerender(<Page seq={6} waiting={0} kind="check" />);
  expect(focused()).toBe(document.body);
});

it("stays where the next reading is being typed already", () => {
  const { rerender } = render(<Page seq={5} waiting={0} kind="bore" />);
  const field = screen.getByRole<HTMLInputElement>("textbox");
  field.focus();
  fireEvent.keyDown(field, { key: "Enter" });
  fireEvent.submit(field.closest("form")!);
  rerender(<Page seq={5} waiting={1} kind="bore" />);
  // The gauge goes on before the answer is drawn.
  fireEvent.keyDown(field, { key: "4" });
  field.value = "4";
  rerender(<Page seq={6} waiting={0} kind="bore" />);
  expect(focused()).toBe(field);
  fireEvent.keyDown(field, { key: "Enter" });
  fireEvent.submit(field.closest("form")!);
  rerender(<Page seq={7} waiting={0} kind="check" />);
  expect(focused()).toBe(screen.getByRole("button", { name: "Check the seat" }));
});
