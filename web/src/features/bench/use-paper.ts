/**
 * What was done on paper is typed in: every step goes with who did it and when, and no gate is
 * asked for it. Kept for this job until it is put away.
 */
import { useMemo, useState } from "react";
import type { Command } from "../../api";
import type { JobAccess } from "./use-job";

export interface Paper {
  on: boolean;
  doneBy: string;
  /** As a date and time field has it: local time. */
  doneAt: string;
}

/** What is said of the job, not of work at it: never typed from paper. */
const OF_THE_JOB = new Set<string>([
  ...(["confirm_gate", "overrule_gate", "tick_step", "set_stage_aside", "take_stage_up"] as const),
  ...([
    "accept_alarm",
    "state_done",
    "say_fitted",
    "give_position",
    "add_note",
    "open_point",
  ] as const),
  ...(["close_point", "correct", "undo", "sign", "abandon", "from_paper", "say_paper"] as const),
]);
const OFF: Paper = { on: false, doneBy: "", doneAt: "" };
const keyOf = (job: string) => `tribodex.paper.${job}`;

function kept(job: string): Paper {
  try {
    return {
      ...OFF,
      ...(JSON.parse(sessionStorage.getItem(keyOf(job)) ?? "{}") as Partial<Paper>),
    };
  } catch {
    return OFF;
  }
}

export function usePaper(job: string): [Paper, (part: Partial<Paper>) => void] {
  const [paper, setPaper] = useState(() => kept(job));
  const change = (part: Partial<Paper>) => {
    const next = { ...paper, ...part };
    setPaper(next);
    sessionStorage.setItem(keyOf(job), JSON.stringify(next));
  };
  return [paper, change];
}

/**
 * The job with every step wrapped as done on paper; what comes back refused is shown where it was
 * typed.
 */
export function useFromPaper(job: JobAccess, paper: Paper): JobAccess {
  return useMemo(() => {
    if (!paper.on) return job;
    const wrap = (step: Command): Command =>
      OF_THE_JOB.has(step.kind)
        ? step
        : ({
            kind: "from_paper",
            done_by: paper.doneBy,
            done_at: paper.doneAt ? new Date(paper.doneAt).toISOString() : "",
            step,
          } as Command);
    const refused = job.outbox.refused.map((one) =>
      one.command.kind === "from_paper" ? { ...one, command: one.command.step as Command } : one,
    );
    return {
      ...job,
      outbox: { ...job.outbox, refused },
      tap: (command, at) => job.tap(wrap(command), at),
      again: (one, command, meant) => job.again(one, wrap(command), meant),
    };
  }, [job, paper]);
}
