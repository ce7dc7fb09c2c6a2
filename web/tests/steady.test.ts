/** Nothing that is shown changes while a finger is down: the tap would land on something else. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { steadily } from "../src/api/steady";

const finger = (event: "pointerdown" | "pointerup" | "pointercancel") =>
  window.dispatchEvent(new Event(event));

describe("a change of what is shown", () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => {
    vi.runAllTimers();
    vi.useRealTimers();
  });

  it("comes in the next turn of the page when no finger is down", () => {
    const change = vi.fn();
    steadily(change);
    expect(change).not.toHaveBeenCalled();
    vi.advanceTimersByTime(0);
    expect(change).toHaveBeenCalledOnce();
  });

  it.each(["pointerup", "pointercancel"] as const)(
    "waits for %s and for the click after it",
    (end) => {
      const change = vi.fn();
      finger("pointerdown");
      steadily(change);
      vi.advanceTimersByTime(500);
      finger(end);
      vi.advanceTimersByTime(59);
      expect(change).not.toHaveBeenCalled();
      vi.advanceTimersByTime(1);
      expect(change).toHaveBeenCalledOnce();
    },
  );

  it("waits too when the finger came down after it", () => {
    const change = vi.fn();
    steadily(change);
    finger("pointerdown");
    vi.advanceTimersByTime(100);
    expect(change).not.toHaveBeenCalled();
    finger("pointerup");
    vi.advanceTimersByTime(60);
    expect(change).toHaveBeenCalledOnce();
  });

  it("is not held up by a palm for longer than two seconds", () => {
    const change = vi.fn();
    finger("pointerdown");
    steadily(change);
    vi.advanceTimersByTime(1_999);
    expect(change).not.toHaveBeenCalled();
    vi.advanceTimersByTime(1);
    expect(change).toHaveBeenCalledOnce();
  });

  it("keeps its place among others, and a second tap holds all of them", () => {
    const order: number[] = [];
    finger("pointerdown");
    steadily(() => order.push(1));
    steadily(() => order.push(2));
    finger("pointerup");
    vi.advanceTimersByTime(30);
    finger("pointerdown");
    vi.advanceTimersByTime(60);
    expect(order).toEqual([]);
    finger("pointerup");
    vi.advanceTimersByTime(60);
    expect(order).toEqual([1, 2]);
  });
});
