/** The plan worked out while typing; while entries are missing, what is known already. */
import { useState } from "react";
import { ProblemError, earlyPlan, previewPlan, type Early, type PlanSheet } from "../../api";
import { useWorkedOut } from "../../ui";
import type { Draft } from "./draft";

export interface Preview {
  sheet: PlanSheet | null;
  early: Early | null;
  /** What stands there is of what was typed before. */
  earlier: boolean;
  problem: ProblemError | null;
  away: boolean;
  /**
   * The method of the last plan that could be worked out: its fields stay while one of them is
   * still missing.
   */
  method: string;
}

interface Worked {
  sheet: PlanSheet | null;
  early: Early | null;
  problem: ProblemError | null;
}

async function work(draft: Draft): Promise<Worked> {
  try {
    return { sheet: await previewPlan(draft), early: null, problem: null };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    // Not complete yet: what is known so far stands there all the same.
    const early = await earlyPlan(draft).catch(() => null);
    return { sheet: null, early, problem: error };
  }
}

export function usePreview(draft: Draft): Preview {
  const enough = Boolean(draft.designation || draft.bore);
  const { answer, earlier, problem, away } = useWorkedOut(draft, enough, work);
  const [method, setMethod] = useState("");
  const now = answer?.sheet?.plan.method;
  if (now && now !== method) setMethod(now);
  const { sheet = null, early = null } = answer ?? {};
  return { sheet, early, earlier, problem: answer?.problem ?? problem, away, method };
}
