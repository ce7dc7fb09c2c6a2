/**
 * The other bearings of the shaft in the same job: each with its own entries; the form shows one of
 * them.
 */
import { useState, type Dispatch, type SetStateAction } from "react";
import type { Choices, Floats } from "../../api";
import type { Covers } from "./covers";
import { EMPTY, type Draft } from "./draft";
import { machineOf, positionOf, type Where } from "./where";

/** A bearing of the shaft beside the one whose plan stands in the form. */
export interface Planned {
  id: string;
  draft: Draft;
  floats: Floats;
}

export function useShaft(plan: {
  choices: Choices | undefined;
  where: Where;
  setWhere: Dispatch<SetStateAction<Where>>;
  draft: Draft;
  setDraft: Dispatch<SetStateAction<Draft>>;
  setCovers: Dispatch<SetStateAction<Covers>>;
}) {
  const { choices, where, draft } = plan;
  const { positionId } = where;
  const [floats, setFloats] = useState<Floats>("unknown");
  const [others, setOthers] = useState<Planned[]>([]);
  const line = machineOf(choices, positionId)?.shafts.find((one) => positionId in one.bearings);
  const on = Object.keys(line?.bearings ?? {});

  const usual = (id: string): Planned => {
    const place = positionOf(choices, id);
    const held =
      place?.fixed === true ? "held" : place?.fixed === false ? "in_its_seat" : "unknown";
    const from = { designation: place?.number ?? "", shaft: place?.shaft ?? "" };
    return {
      id,
      draft: { ...draft, ...from, bore: "", outside: "", width: "", group: "", taper: "" },
      floats: held,
    };
  };
  return {
    ...{ floats, setFloats, others, on },
    alone: () => setOthers([]),
    /** Every bearing of this shaft, or this one alone. */
    cover: (all: boolean) => {
      setOthers(all ? on.filter((id) => id !== positionId).map(usual) : []);
      plan.setCovers(all ? "whole" : "mounting");
    },
    /** The form goes to another bearing of the shaft; what stands in it is kept. */
    switchTo: (id: string) => {
      const next = others.find((one) => one.id === id);
      if (!next) return;
      setOthers([...others.filter((one) => one.id !== id), { id: positionId, draft, floats }]);
      plan.setWhere((before) => ({ ...before, positionId: id }));
      plan.setDraft(next.draft);
      setFloats(next.floats);
    },
    /** Every bearing as the request of the job has it, in their order along the shaft. */
    bearings: (given: Draft, complete: (one: Draft) => Draft) =>
      [
        { id: positionId, draft: given, floats },
        ...others.map((one) => ({ ...one, draft: complete(one.draft) })),
      ]
        .sort((a, b) => on.indexOf(a.id) - on.indexOf(b.id))
        .map((one) => ({ position_id: one.id, plan: one.draft, floats: one.floats })),
    /** What is kept of it half done, and what is made of that again. */
    typed: (): Record<string, string> => ({
      "@floats": floats,
      "@others": others.length > 0 ? JSON.stringify(others) : "",
    }),
    restore: (form: Record<string, string>) => {
      setFloats((form["@floats"] ?? "unknown") as Floats);
      const kept = form["@others"] ? (JSON.parse(form["@others"]) as Planned[]) : [];
      setOthers(kept.map((one) => ({ ...one, draft: { ...EMPTY, ...one.draft } })));
    },
  };
}
