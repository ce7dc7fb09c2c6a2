/**
 * What is being planned: one bearing, or every bearing of a shaft, and the job that is opened with
 * it.
 */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { getChoices, getFigures, getHalfPlan, lastPlan, type LastPlan } from "../../api";
import { scopeOf, type Covers } from "./covers";
import { EMPTY, draftOf, type Draft } from "./draft";
import { useOpening } from "./use-opening";
import { usePrefill } from "./use-prefill";
import { useShaft } from "./use-shaft";
import {
  ELSEWHERE,
  NOWHERE,
  inPlant,
  notInPlant,
  ofBearing,
  ofMachine,
  positionOf,
  type Where,
} from "./where";

export function usePlan() {
  const opening = useOpening("taper");
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [search] = useSearchParams();
  const revised = search.get("job");
  const at = search.get("at") ?? "";
  const half = search.get("half") ?? "";
  const [reason, setReason] = useState("");
  const [draft, setDraft] = useState(() => draftOf(search) ?? EMPTY);
  const [where, setWhere] = useState<Where>(NOWHERE);
  const [covers, setCovers] = useState<Covers>("mounting");
  // A plan is offered once, and for the bearing that it was made for.
  const [last, setLast] = useState<{ of: string; plan: LastPlan | null } | null>(null);

  const change = (part: Partial<Draft>) => {
    setDraft((before) => ({ ...before, ...part }));
    opening.mended(...Object.keys(part));
  };
  const prefill = usePrefill({ designation: draft.designation, shaft: draft.shaft }, (part) =>
    change({ ...part, ...UNSAID }),
  );

  // The only gauge set of the crib, or the one taken along last, is offered; another can be chosen.
  const sets = choices.data?.feeler_sets;
  const chosen =
    sets?.length === 1 ? sets[0]?.id : sets?.find((set) => set.id === opening.settings.feeler)?.id;
  const withSet = (one: Draft) => (chosen && !one.feeler_id ? { ...one, feeler_id: chosen } : one);
  const given = withSet(draft);
  const shaft = useShaft({ choices: choices.data, where, setWhere, draft, setDraft, setCovers });

  // Changing the plan of a job, or going on with a half-done one, begins with what was given for
  // it.
  useEffect(() => {
    if (revised)
      void getFigures(revised, at ? `?at=${at}` : "").then((place) => {
        setWhere({ ...NOWHERE, positionId: place.position_id || ELSEWHERE });
        setDraft({ ...EMPTY, ...place.given });
      }, opening.gone);
    else if (half)
      void getHalfPlan(half).then(({ id, edition, form }) => {
        setDraft({
          ...EMPTY,
          ...Object.fromEntries(Object.entries(form).filter(([name]) => name in EMPTY)),
        });
        setWhere({
          positionId: form["@position"] ?? "",
          machine: form["@machine"] ?? "",
          name: form["@name"] ?? "",
        });
        setCovers((form["@covers"] ?? "mounting") as Covers);
        shaft.restore(form);
        opening.goOn(id, edition, form["@title"] ?? "");
      }, opening.gone);
    // What the address names is fetched once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [revised, at, half]);

  const changeWhere = (part: Partial<Where>) => {
    const next = { ...where, ...part };
    setWhere(next);
    opening.mended("position_id", "machine", "name");
    if (part.positionId === undefined) return;
    shaft.alone();
    setCovers("mounting");
    const position = positionOf(choices.data, inPlant(next));
    shaft.setFloats(
      position?.fixed === true ? "held" : position?.fixed === false ? "in_its_seat" : "unknown",
    );
    if (!position) return;
    const of = position.id;
    void lastPlan(of).then(
      (plan) => setLast({ of, plan }),
      () => setLast(null),
    );
    prefill.propose({ designation: position.number, shaft: position.shaft });
  };

  const open = async () => {
    if (given.feeler_id) opening.settings.change({ feeler: given.feeler_id });
    if (revised) return opening.open({ plan: given, reason, at }, `/api/jobs/${revised}/plan`);
    const bearings = shaft.bearings(given, withSet);
    const alone = { ...ofBearing(where), plan: given };
    return opening.open({
      ...scopeOf(covers),
      ...ofMachine(where),
      ...(bearings.length > 1 ? { bearings } : alone),
    });
  };
  const keep = () => {
    const place = notInPlant(where)
      ? [where.machine, where.name]
      : [positionOf(choices.data, where.positionId)?.name];
    const about = [...place, draft.designation].filter(Boolean).join(", ");
    return opening.keep(about, {
      ...draft,
      "@position": where.positionId,
      "@machine": where.machine,
      "@name": where.name,
      "@covers": covers,
      ...shaft.typed(),
    });
  };

  return {
    ...{
      opening,
      choices: choices.data,
      revised,
      half,
      reason,
      setReason,
      draft,
      setDraft,
      change,
      given,
    },
    ...{ where, changeWhere, prefill, covers, setCovers, shaft, open, keep },
    last: last?.of === where.positionId ? last.plan : null,
    takeLast: (plan: LastPlan) => {
      setDraft({ ...EMPTY, ...plan.given });
      setLast(null);
    },
  };
}

/** Another bearing is another size: what was typed by hand of the one before says nothing of it. */
const UNSAID = { bore: "", outside: "", width: "", group: "", taper: "" };

export type Plan = ReturnType<typeof usePlan>;
