/**
 * Nothing on the screen moves while a finger is on it. An answer that comes between finger down and
 * finger up would
 * shift what is under the finger: the tap would be lost, or would land on something else.
 */

/**
 * After the finger has gone up its click is still on the way, on a touch screen in a later turn of
 * the page.
 */
const CLICK_MS = 60;
/** A palm that rests on the glass holds nothing up for longer. */
const PALM_MS = 2_000;

let down = false;
let timer = 0;
const held: (() => void)[] = [];

function lift(afterMs: number): void {
  window.clearTimeout(timer);
  timer = window.setTimeout(() => {
    down = false;
    held.splice(0).forEach((change) => change());
  }, afterMs);
}

window.addEventListener(
  "pointerdown",
  () => {
    down = true;
    lift(PALM_MS);
  },
  { capture: true },
);
for (const end of ["pointerup", "pointercancel"])
  window.addEventListener(end, () => lift(CLICK_MS), { capture: true });

/** Change what is shown: in the next turn of the page, or as soon as no finger is down. */
export function steadily(change: () => void): void {
  if (down) held.push(change);
  else window.setTimeout(() => (down ? held.push(change) : change()), 0);
}
