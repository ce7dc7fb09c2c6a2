/**
 * On a phone, what stays in sight: which bearing, the next move in words, and its one main button.
 */
import { useEffect, useState } from "react";
import type { Bench } from "../../api";
import { Say } from "../../ui";
import { shownPlace } from "./parts";

interface Main {
  label: string;
  disabled: boolean;
  /** Its own button is on the screen: the bar needs none. */
  inSight: boolean;
}

const NONE: Main = { label: "", disabled: true, inSight: true };
const found = () => document.querySelector<HTMLButtonElement>("[data-main]");

/** The main button of the work that is shown, as it stands now. */
function useMain(): Main {
  const [main, setMain] = useState<Main>(NONE);
  useEffect(() => {
    let watched: Element | null = null;
    let inSight = false;
    const read = () => {
      const button = found();
      if (button !== watched) {
        if (watched) sight.unobserve(watched);
        watched = button;
        inSight = false;
        if (button) sight.observe(button);
      }
      const next = button
        ? { label: button.innerText.trim(), disabled: button.disabled === true, inSight }
        : NONE;
      setMain((now) =>
        now.label === next.label && now.disabled === next.disabled && now.inSight === next.inSight
          ? now
          : next,
      );
    };
    // The bar itself covers the lowest strip of the screen.
    const sight = new IntersectionObserver(
      (entries) => {
        inSight = entries.at(-1)?.isIntersecting ?? false;
        read();
      },
      { rootMargin: "0px 0px -72px 0px", threshold: 0.9 },
    );
    const changes = new MutationObserver(read);
    changes.observe(document.getElementById("content") ?? document.body, {
      subtree: true,
      childList: true,
      characterData: true,
      attributeFilter: ["disabled", "data-main"],
    });
    read();
    return () => {
      sight.disconnect();
      changes.disconnect();
    };
  }, []);
  return main;
}

export function NextBar({ bench }: { bench: Bench }) {
  const main = useMain();
  const place = shownPlace(bench);
  const name = place?.bearing || place?.name || bench.machine;
  return (
    <aside
      aria-label="Next move"
      className="fixed inset-x-0 bottom-0 z-10 flex items-center gap-3 border-t-2 border-ink bg-sheet px-3 py-2 lg:hidden"
    >
      <a
        href="#next-move"
        className="flex min-h-12 min-w-0 flex-1 flex-col justify-center text-ink"
      >
        <span className="block truncate text-xs text-soft">
          {bench.places.length > 1 && place ? `${place.name}: ${name}` : name}
        </span>
        <b className={`line-clamp-2 text-sm leading-tight ${bench.next.stops ? "text-oxide" : ""}`}>
          <Say>{bench.next.headline}</Say>
        </b>
      </a>
      {main.label && !main.inSight && !main.disabled ? (
        <button
          type="button"
          className="min-h-12 max-w-[45%] shrink-0 rounded-sm border-2 border-ink bg-mark px-3 py-1 text-sm font-bold leading-tight text-on-mark"
          onClick={() => found()?.click()}
        >
          <span className="sr-only">Next: </span>
          {main.label}
        </button>
      ) : null}
    </aside>
  );
}
