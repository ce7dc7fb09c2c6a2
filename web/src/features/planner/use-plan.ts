/** What is being planned: one bearing, or every bearing of a shaft, and the job that is opened with it. */
import { scopeOf, type Covers } from "./covers";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import {
  AwayError,
  ProblemError,
  getChoices,
  getFigures,
  lastPlan,
  newId,
  send,
  type Bench,
  type LastPlan,
} from "../../api";
import { useSettings } from "../../ui";
import { EMPTY, draftOf, type Draft } from "./draft";

export type Floats = Bench["places"][number]["floats"];

/** A bearing of the shaft beside the one whose plan stands in the form. */
export interface Planned {
  id: string;
  draft: Draft;
  floats: Floats;
}

export function usePlan() {
  const settings = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [search] = useSearchParams();
  const revised = search.get("job");
  const at = search.get("at") ?? "";
  const [reason, setReason] = useState("");
  const [draft, setDraft] = useState(() => draftOf(search) ?? EMPTY);
  const [positionId, setPositionId] = useState("");
  // What the chosen position filled in, and what another one offers in place of what was typed.
  const [taken, setTaken] = useState({ designation: "", shaft: "" });
  const [offer, setOffer] = useState<Draft | null>(null);
  const [floats, setFloats] = useState<Floats>("unknown");
  const [others, setOthers] = useState<Planned[]>([]);
  const [covers, setCovers] = useState<Covers>("mounting");
  const [title, setTitle] = useState("");
  const [last, setLast] = useState<LastPlan | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  // The same id for every try of this page: pressed twice, or sent twice by a bad network, it is one job.
  const [jobId] = useState(newId);

  // Changing the plan of a job begins with what was given for it.
  useEffect(() => {
    if (!revised) return;
    void getFigures(revised, at ? `?at=${at}` : "").then((place) => {
      setPositionId(place.position_id);
      setDraft({ ...EMPTY, ...place.given });
    });
  }, [revised, at]);

  // The only gauge set of the crib, or the one taken along last, is offered; another can be chosen.
  const sets = choices.data?.feeler_sets;
  const offered = sets?.length === 1 ? sets[0]?.id : sets?.find((set) => set.id === settings.feeler)?.id;
  const withSet = (one: Draft) => (offered && !one.feeler_id ? { ...one, feeler_id: offered } : one);
  const given = withSet(draft);

  const positions = choices.data?.machines.flatMap((machine) => machine.positions) ?? [];
  const machine = choices.data?.machines.find((one) => one.positions.some((p) => p.id === positionId));
  const shaft = machine?.shafts?.find((one) => positionId in one.bearings);
  const usual = (id: string): Pick<Planned, "draft" | "floats"> => {
    const place = positions.find((one) => one.id === id);
    const held = place?.fixed === true ? "held" : place?.fixed === false ? "in_its_seat" : "unknown";
    const from = { designation: place?.designation ?? "", shaft: place?.shaft ?? "" };
    return {
      draft: { ...draft, ...from, bore: "", outside: "", width: "", group: "", taper: "" },
      floats: held,
    };
  };

  const takePosition = (from: Draft) => {
    setDraft(from);
    setTaken({ designation: from.designation, shaft: from.shaft });
    setOffer(null);
  };
  const choosePosition = (id: string) => {
    setPositionId(id);
    setOthers([]);
    setCovers("mounting");
    setLast(null);
    void lastPlan(id).then(setLast, () => setLast(null));
    const found = usual(id);
    setFloats(found.floats);
    const { designation, shaft: size } = draft;
    const own = (designation || size) && !(designation === taken.designation && size === taken.shaft);
    const same = designation === found.draft.designation && size === found.draft.shaft;
    // What somebody typed is not written over: it is asked.
    if (id && own && !same) setOffer(found.draft);
    else if (id) takePosition(found.draft);
  };
  /** Every bearing of this shaft, or this one alone. */
  const coverShaft = (all: boolean) => {
    const rest = Object.keys(shaft?.bearings ?? {}).filter((id) => id !== positionId);
    setOthers(all ? rest.map((id) => ({ id, ...usual(id) })) : []);
    setCovers(all ? "whole" : "mounting");
  };
  /** The form goes to another bearing of the shaft; what stands in it is kept. */
  const switchTo = (id: string) => {
    const next = others.find((one) => one.id === id);
    if (!next) return;
    setOthers([...others.filter((one) => one.id !== id), { id: positionId, draft, floats }]);
    setPositionId(id);
    setDraft(next.draft);
    setFloats(next.floats);
    setProblem(null);
  };

  const open = async () => {
    const tap = { actor: settings.actor, happened_at: new Date().toISOString() };
    const order = Object.keys(shaft?.bearings ?? {});
    const bearings = [
      { id: positionId, draft: given, floats },
      ...others.map((one) => ({ ...one, draft: withSet(one.draft) })),
    ]
      .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
      .map((one) => ({ position_id: one.id, plan: one.draft, floats: one.floats }));
    const alone = { position_id: positionId, plan: given };
    const about = { client_event_id: `${jobId}-open`, job_id: jobId, title, ...scopeOf(covers) };
    try {
      const bench = revised
        ? await send<Bench>(`/api/jobs/${revised}/plan`, {
            ...tap,
            client_event_id: jobId,
            plan: given,
            reason,
            at,
          })
        : await send<Bench>("/api/jobs", { ...tap, ...about, ...(others.length > 0 ? { bearings } : alone) });
      if (given.feeler_id) settings.change({ feeler: given.feeler_id });
      queries.setQueryData(["job", bench.id, ""], bench);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${bench.id}`);
    } catch (error) {
      setAway(error instanceof AwayError);
      setProblem(error instanceof ProblemError ? error : null);
    }
  };

  return {
    ...{ choices: choices.data, settings, revised, reason, setReason, draft, setDraft, given, positionId },
    ...{
      floats,
      setFloats,
      others,
      covers,
      setCovers,
      title,
      setTitle,
      last,
      setLast,
      problem,
      away,
      shaft,
      positions,
    },
    ...{ choosePosition, coverShaft, switchTo, open, offer, takePosition, keepTyped: () => setOffer(null) },
  };
}

export type Plan = ReturnType<typeof usePlan>;
