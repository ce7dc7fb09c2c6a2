/** A short plan: worked out while typing, then opened as a job. */
import { scopeOf, type Covers } from "./covers";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import {
  AwayError,
  ProblemError,
  getChoices,
  newId,
  send,
  steadily,
  type Bench,
  type Floats,
} from "../../api";
import { useSettings } from "../../ui";
import { emptyOf, type Given, type SmallPlan, type Worked } from "./small-plans";

const WAIT_MS = 350;

/** The bearings of the order: one, or both of a shaft by the same plan, of which one holds it. */
export function bearingsOf(plan: SmallPlan, draft: Given, floats: Floats | "", [first, second]: string[]) {
  const one = { position_id: first ?? "", [plan.order]: draft, ...(floats ? { floats } : {}) };
  if (!second) return [one];
  const other = floats === "held" ? (plan.floating ?? "in_the_housing") : "held";
  return [one, { ...one, position_id: second, ...(floats ? { floats: other } : {}) }];
}

export function useSmallPlan(plan: SmallPlan) {
  const { actor } = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [draft, setDraft] = useState<Given>(() => emptyOf(plan));
  const [positionId, setPositionId] = useState("");
  const [covers, setCovers] = useState<Covers>(() => plan.covers({})[0]?.value ?? "mounting");
  const [floats, setFloats] = useState<Floats | "">("");
  const [otherId, setOtherId] = useState("");
  const [sheet, setSheet] = useState<Worked | null>(null);
  const [early, setEarly] = useState<ProblemError | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  const [jobId] = useState(newId);
  const asked = useRef(0);
  useEffect(() => {
    if (!plan.begins.some((name) => draft[name])) return;
    const mine = ++asked.current;
    const timer = window.setTimeout(() => {
      plan.preview(draft).then(
        // What comes while a finger is down waits: it would shift what is under it.
        (found) =>
          steadily(() => {
            if (mine !== asked.current) return;
            setSheet(found);
            setEarly(null);
          }),
        (error: unknown) =>
          steadily(() => {
            if (mine !== asked.current) return;
            setSheet(null);
            setEarly(error instanceof ProblemError ? error : null);
          }),
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [draft, plan]);

  const open = async () => {
    try {
      const bench = await send<Bench>("/api/jobs", {
        actor,
        happened_at: new Date().toISOString(),
        client_event_id: `${jobId}-open`,
        job_id: jobId,
        ...scopeOf(covers),
        ...(plan.order_of?.(draft, floats, [positionId, otherId]) ?? {
          bearings: bearingsOf(plan, draft, floats, [positionId, otherId]),
        }),
      });
      queries.setQueryData(["job", bench.id, ""], bench);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${bench.id}`);
    } catch (error) {
      steadily(() => {
        setAway(error instanceof AwayError);
        setProblem(error instanceof ProblemError ? error : null);
      });
    }
  };
  // While typing, only what was typed is said to be wrong; on opening, everything that is missing.
  const at = (name: string) => {
    const names = plan.names?.(name, floats) ?? [name];
    const wrong = (said: ProblemError | null) => names.map((one) => said?.at(one)).find(Boolean);
    return wrong(problem) ?? (draft[name] ? wrong(early) : undefined);
  };
  return {
    ...{
      choices: choices.data,
      draft,
      positionId,
      setPositionId,
      covers,
      setCovers,
      floats,
      setFloats,
      otherId,
      setOtherId,
      sheet,
      problem,
      away,
      at,
      open,
    },
    missing: sheet ? [] : (early?.fields ?? []),
    change: (part: Given) => {
      setDraft((before) => ({ ...before, ...part }));
      setProblem(null);
    },
  };
}
