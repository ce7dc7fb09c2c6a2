/**
 * With a keyboard, or a gauge that types like one: after Enter the focus goes to what is to be done
 * next. What is read back keeps the
 * focus at its field, and a stop holds it: Enter does nothing there. A finger or a mouse moves no
 * focus.
 */
import { useCallback, useEffect, useRef } from "react";
import type { Bench } from "../../api";
import type { JobAccess } from "./use-job";

/** An Enter that bounces comes this soon again. */
const BOUNCE_MS = 350;
const TEXT =
  "input:not([type=checkbox]):not([type=radio]):not([type=hidden]):not([disabled]), textarea:not([disabled])";
const OPEN = `${TEXT}, input[type=checkbox]:not([disabled]), [role=radiogroup], button[data-main]:not([disabled]), a[data-main]`;

interface Pending {
  seq: number;
  refused: number;
  move: string;
  form: HTMLFormElement | null;
  from: Element | null;
  /** A key that writes came after the tap: the next value is being typed already. */
  typing: boolean;
}

const moveOf = (bench: Bench | undefined) =>
  bench ? `${bench.at} ${bench.stage} ${bench.next.do}` : "";
const seen = (one: HTMLElement) => one.getClientRects().length > 0;
const isEmpty = (one: HTMLElement) => (one as HTMLInputElement).value === "";

/**
 * What the next move asks for: boxes of a gate, the empty field of the form that the main button
 * sends, or that button.
 */
function asked(card: ParentNode, bench: Bench): HTMLElement | null {
  const boxes = [
    ...card.querySelectorAll<HTMLInputElement>("input[type=checkbox]:not([disabled])"),
  ];
  const box = boxes.find((one) => seen(one) && !one.checked);
  if (box && (bench.next.do === "confirm_gate" || bench.next.do === "tick")) return box;
  const main = [...card.querySelectorAll<HTMLButtonElement>("[data-main]")].find(seen);
  const field = [...(main?.closest("form")?.querySelectorAll<HTMLElement>(TEXT) ?? [])].find(
    (one) => seen(one) && isEmpty(one),
  );
  return field ?? (main && main.disabled !== true ? main : null);
}

/** Else what is still to be said or pressed, in the order of the page. */
function nextOpen(within: ParentNode): HTMLElement | null {
  for (const one of within.querySelectorAll<HTMLElement>(OPEN)) {
    if (!seen(one)) continue;
    if (one.matches("[role=radiogroup]")) {
      if (one.querySelector("[data-state=checked]")) continue;
      return one.querySelector<HTMLElement>("[role=radio]");
    }
    if (
      one.matches("[type=checkbox]")
        ? !(one as HTMLInputElement).checked
        : !one.matches(TEXT) || isEmpty(one)
    )
      return one;
  }
  return null;
}

function focusNext(bench: Bench, pending: Pending) {
  const headline = document.getElementById("next-move");
  const card = headline?.closest("section");
  if (!headline || !card) return;
  if (bench.next.stops) return headline.focus();
  const same = pending.move === moveOf(bench) && pending.form?.isConnected ? pending.form : null;
  const again = same
    ? [...same.querySelectorAll<HTMLElement>(TEXT)].find((one) => seen(one) && isEmpty(one))
    : null;
  (again ?? asked(card, bench) ?? nextOpen(card) ?? headline).focus();
}

export function useNextFocus(bench: Bench | undefined, job: JobAccess): JobAccess["tap"] {
  // The last thing done was Enter or a space: a tap that follows is that key's, however long a busy
  // machine takes.
  const key = useRef(false);
  const until = useRef(-Infinity);
  const pending = useRef<Pending | null>(null);
  const last = useRef<Pending | null>(null);
  const { tap, outbox } = job;
  const refused = outbox.refused.length;
  const waiting = outbox.waiting;

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      key.current = false;
      if (event.key.length === 1 && event.key !== " " && last.current) last.current.typing = true;
      if (event.key !== "Enter" && event.key !== " ") return;
      const button = (event.target as HTMLElement).closest("button, a");
      // A key that is held down, or bounces, says nothing twice.
      if (event.repeat || (button && performance.now() < until.current)) event.preventDefault();
      else key.current = true;
    };
    const point = () => void (key.current = false);
    document.addEventListener("keydown", press, true);
    document.addEventListener("pointerdown", point, true);
    return () => {
      document.removeEventListener("keydown", press, true);
      document.removeEventListener("pointerdown", point, true);
    };
  }, []);

  useEffect(() => {
    const waits = pending.current;
    if (!waits || !bench) return;
    const readBack = refused > waits.refused;
    // An answer to an earlier tap is not the answer to the last one: a quick gauge types before it
    // is drawn.
    if (!readBack && (waiting > 0 || bench.last_seq <= waits.seq)) return;
    pending.current = null;
    // Once what was answered is drawn.
    requestAnimationFrame(() => {
      const now = document.activeElement;
      // Whoever went on to another field meanwhile stays there.
      if (now && now !== waits.from && now !== document.body) return;
      // Nor is it taken from under a gauge that goes on typing before the answer is drawn.
      if (waits.typing && now?.matches(TEXT)) return;
      until.current = performance.now() + BOUNCE_MS;
      if (readBack) document.querySelector<HTMLElement>("#content [aria-invalid=true]")?.focus();
      else focusNext(bench, waits);
    });
  }, [bench, refused, waiting]);

  return useCallback<JobAccess["tap"]>(
    (...given) => {
      if (key.current && bench) {
        const from = document.activeElement;
        const form = from?.closest("form") ?? null;
        const typing = false;
        pending.current = { seq: bench.last_seq, refused, move: moveOf(bench), form, from, typing };
        last.current = pending.current;
      }
      tap(...given);
    },
    [tap, bench, refused],
  );
}
