/** The plan worked out while typing; while entries are missing, what is known already. */
import { useEffect, useRef, useState } from "react";
import { ProblemError, earlyPlan, previewPlan, type Early, type PlanSheet } from "../../api";
import type { Draft } from "./draft";

const WAIT_MS = 350;

export interface Preview {
  sheet: PlanSheet | null;
  early: Early | null;
  problem: ProblemError | null;
  /**
   * The method of the last plan that could be worked out: its fields stay while one of them is
   * still missing.
   */
  method: string;
}

export function usePreview(draft: Draft): Preview {
  const [state, setState] = useState<Preview>({
    sheet: null,
    early: null,
    problem: null,
    method: "",
  });
  const asked = useRef(0);
  useEffect(() => {
    if (!draft.designation && !draft.bore) return;
    const mine = ++asked.current;
    const timer = window.setTimeout(() => {
      previewPlan(draft).then(
        (sheet) =>
          mine === asked.current &&
          setState({ sheet, early: null, problem: null, method: sheet.plan.method }),
        async (error: unknown) => {
          // Not complete yet: what is known so far stands there all the same.
          const known =
            error instanceof ProblemError ? await earlyPlan(draft).catch(() => null) : null;
          if (mine !== asked.current) return;
          setState((before) => ({
            ...before,
            sheet: null,
            early: known,
            problem: error instanceof ProblemError ? error : null,
          }));
        },
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [draft]);
  return state;
}
