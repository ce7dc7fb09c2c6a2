/** After a tap, what comes next is brought into view; what others log moves nothing. */
import { useCallback, useEffect, useRef } from "react";
import type { Bench } from "../../api";
import type { JobAccess } from "./use-job";

/**
 * A tap's answer is expected within this time; a headline that changes later came from elsewhere.
 */
const OWN_MS = 10_000;

export function useInView(bench: Bench | undefined, tap: JobAccess["tap"]): JobAccess["tap"] {
  const tapped = useRef(0);
  const shown = useRef("");
  const said = bench ? `${bench.at} ${bench.stage} ${bench.next.headline}` : "";
  useEffect(() => {
    const before = shown.current;
    shown.current = said;
    if (!before || before === said || performance.now() - tapped.current > OWN_MS) return;
    const headline = document.getElementById("next-move");
    const { top, bottom } = headline?.getBoundingClientRect() ?? { top: 0, bottom: 0 };
    if (top >= 0 && bottom <= window.innerHeight - 72) return;
    const calm = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
    headline?.scrollIntoView({ block: "start", behavior: calm ? "auto" : "smooth" });
  }, [said]);
  return useCallback<JobAccess["tap"]>(
    (...given) => {
      tapped.current = performance.now();
      tap(...given);
    },
    [tap],
  );
}
