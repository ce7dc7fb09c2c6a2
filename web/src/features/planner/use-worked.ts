/** A short plan worked out while typing; while entries are missing, what is still to give. */
import { useEffect, useRef, useState } from "react";
import { ProblemError, steadily } from "../../api";
import type { Given, SmallPlan, Worked } from "./small-plans";

const WAIT_MS = 350;

export function useWorked(plan: SmallPlan, draft: Given) {
  const [sheet, setSheet] = useState<Worked | null>(null);
  const [early, setEarly] = useState<ProblemError | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    if (!plan.begins.some((name) => draft[name])) return;
    const mine = ++asked.current;
    // What comes while a finger is down waits: it would shift what is under it.
    const show = (found: Worked | null, problem: ProblemError | null) =>
      steadily(() => {
        if (mine !== asked.current) return;
        setSheet(found);
        setEarly(problem);
      });
    const timer = window.setTimeout(() => {
      plan.preview(draft).then(
        (found) => show(found, null),
        (error: unknown) => show(null, error instanceof ProblemError ? error : null),
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [draft, plan]);
  return { sheet, early };
}
