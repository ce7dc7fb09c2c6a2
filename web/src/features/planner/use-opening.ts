/**
 * Opening a job from a plan: who, once only, what was refused and where; and the plan kept half
 * done.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import {
  AwayError,
  ProblemError,
  dropHalfPlan,
  keepHalfPlan,
  newId,
  send,
  steadily,
  type Bench,
  type Kind,
} from "../../api";
import { focusWrong, useSettings, useStillHere } from "../../ui";

export function useOpening(kind: Kind) {
  const settings = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const stillHere = useStillHere();
  const [title, setTitle] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  const [kept, setKept] = useState("");
  // The same id for every try of this page: pressed twice, or sent twice by a bad network, it is
  // one job.
  const [jobId] = useState(newId);
  const [half, setHalf] = useState(() => ({ id: newId(), edition: 0 }));

  const tried = async (act: () => Promise<void>) => {
    try {
      await act();
      setProblem(null);
      setAway(false);
    } catch (error) {
      if (!stillHere()) return;
      // What comes while a finger is down waits: it would shift what is under it.
      steadily(() => {
        setAway(error instanceof AwayError);
        setProblem(error instanceof ProblemError ? error : null);
        focusWrong(document.querySelector<HTMLElement>("form[data-plan]"));
      });
    }
  };
  const tap = () => ({ actor: settings.actor, happened_at: new Date().toISOString() });
  /** Open the job, or send what else ends the form; what was kept half done of it is over then. */
  const open = (order: object, path = "/api/jobs") =>
    tried(async () => {
      const about =
        path === "/api/jobs"
          ? { client_event_id: `${jobId}-open`, job_id: jobId, title }
          : { client_event_id: jobId };
      const bench = await send<Bench>(path, { ...tap(), ...about, ...order });
      if (half.edition > 0) void dropHalfPlan(half.id).catch(() => undefined);
      queries.setQueryData(["job", bench.id, ""], bench);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      void queries.invalidateQueries({ queryKey: ["half-plans"] });
      if (stillHere()) navigate(`/jobs/${bench.id}`);
    });
  const keep = (about: string, typed: Record<string, string>) =>
    tried(async () => {
      const plan = {
        work: kind,
        about,
        form: { ...typed, "@title": title },
        actor: settings.actor,
      };
      const made = await keepHalfPlan(half.id, { ...plan, edition: half.edition });
      setKept(
        made.id === half.id
          ? "Kept: it is in the list of half-done plans."
          : "Somebody kept it otherwise: both are kept.",
      );
      setHalf({ id: made.id, edition: made.edition });
      void queries.invalidateQueries({ queryKey: ["half-plans"] });
    });
  return {
    ...{ settings, title, setTitle, problem, away, kept, open, keep },
    /** Goes on with a plan that was kept. */
    goOn: (id: string, edition: number, called: string) => {
      setHalf({ id, edition });
      setTitle(called);
    },
    /** These entries were changed: what was wrong with them is not said any more. */
    mended: (...names: string[]) => {
      setKept("");
      setProblem((before) => before?.without(names) ?? null);
    },
    /** What was to be gone on with is not there any more. */
    gone: (error: unknown) => {
      setAway(error instanceof AwayError);
      setProblem(error instanceof ProblemError ? error : null);
    },
    clear: () => setProblem(null),
  };
}

export type Opening = ReturnType<typeof useOpening>;
