/** A short plan: worked out while typing, then opened as a job. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { getChoices, getHalfPlan, type Floats, type PlantPosition } from "../../api";
import { useWorkedOut } from "../../ui";
import { scopeOf, type Covers } from "./covers";
import { emptyOf, type Given, type SmallPlan } from "./small-plans";
import { bearingsOf, formOf, fromForm } from "./small-order";
import { useOpening } from "./use-opening";
import { usePrefill } from "./use-prefill";
import {
  NOWHERE,
  heldAt,
  inPlant,
  machineOf,
  notInPlant,
  ofBearing,
  ofMachine,
  positionOf,
  type Where,
} from "./where";

type Place = ReturnType<typeof ofBearing>;

export function useSmallPlan(plan: SmallPlan) {
  const opening = useOpening(plan.order);
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [search] = useSearchParams();
  const half = search.get("half") ?? "";
  const [draft, setDraft] = useState<Given>(() => emptyOf(plan));
  const [where, setWhere] = useState<Where>(NOWHERE);
  const [covers, setCovers] = useState<Covers>(() => plan.covers({})[0]?.value ?? "mounting");
  const [floats, setFloats] = useState<Floats | "">("");
  // The other bearing of the same job: its position, or where it is not in the plant yet, which one
  // it is.
  const [otherId, setOtherId] = useState("");
  // Its own plan, where it is another one.
  const [otherDraft, setOtherDraft] = useState<Given | null>(null);
  const begun = plan.begins.some((name) => draft[name]);
  const worked = useWorkedOut(draft, begun, plan.preview);
  const { answer: sheet, problem: early } = worked;

  const change = (part: Given) => {
    setDraft((before) => ({ ...before, ...part }));
    opening.mended(...Object.keys(part).flatMap((name) => plan.names?.(name, floats) ?? [name]));
  };
  const prefill = usePrefill(draft, change);

  useEffect(() => {
    if (!half) return;
    void getHalfPlan(half).then(({ id, edition, form }) => {
      const kept = fromForm(plan, form);
      setDraft(kept.draft);
      setWhere(kept.where);
      setCovers(kept.covers);
      setFloats(kept.floats);
      setOtherId(kept.otherId);
      setOtherDraft(kept.otherDraft);
      opening.goOn(id, edition, form["@title"] ?? "");
    }, opening.gone);
    // What the address names is fetched once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [half, plan]);

  /** What a position has for this plan; the second one is the other of a pair. */
  const fills = (position: PlantPosition | undefined, held: boolean | null) =>
    position ? (plan.fill?.(position, held) ?? {}) : {};
  const changeWhere = (part: Partial<Where>) => {
    const next = { ...where, ...part };
    setWhere(next);
    opening.mended("position_id", "machine", "name");
    if (part.positionId === undefined) return;
    setOtherId("");
    const position = positionOf(choices.data, inPlant(next));
    const held = heldAt(position);
    if (plan.pair)
      setFloats(held === null ? "" : held ? "held" : (plan.floating ?? "in_the_housing"));
    prefill.propose(fills(position, held));
  };
  const chooseOther = (id: string) => {
    setOtherId(id);
    if (plan.order_of)
      prefill.propose(fills(positionOf(choices.data, id), floats ? floats !== "held" : null));
  };

  const places = (): Place[] => {
    const other = notInPlant(where) ? { position_id: "", name: otherId } : { position_id: otherId };
    return otherId || plan.order_of ? [ofBearing(where), other] : [ofBearing(where)];
  };
  const open = () =>
    opening.open({
      ...scopeOf(covers),
      ...ofMachine(where),
      ...(plan.order_of?.(draft, floats, places()) ?? {
        bearings: bearingsOf(plan, [draft, otherDraft], floats, places()),
      }),
    });
  const keep = () => {
    const place = notInPlant(where)
      ? [where.machine, where.name]
      : [positionOf(choices.data, where.positionId)?.name];
    const about = [...place, plan.begins.map((name) => draft[name]).find(Boolean)]
      .filter(Boolean)
      .join(", ");
    return opening.keep(about, formOf({ draft, otherDraft, where, covers, floats, otherId }));
  };
  // While typing, only what was typed is said to be wrong; on opening, everything that is missing.
  const at = (name: string) => {
    const names = plan.names?.(name, floats) ?? [
      otherDraft && otherId ? `bearings.0.${name}` : name,
    ];
    return (
      names.map((one) => opening.problem?.at(one)).find(Boolean) ??
      (draft[name] ? names.map((one) => early?.at(one)).find(Boolean) : undefined)
    );
  };
  return {
    ...{
      opening,
      choices: choices.data,
      half,
      draft,
      change,
      prefill,
      where,
      changeWhere,
      covers,
      setCovers,
    },
    ...{ floats, otherId, chooseOther, worked, at, open, keep },
    setFloats: (value: Floats) => {
      setFloats(value);
      opening.mended("floats");
    },
    others:
      machineOf(choices.data, where.positionId)?.positions.filter(
        ({ id }) => id !== where.positionId,
      ) ?? [],
    /** The other one by its own plan; null while it goes by this one. */
    other:
      otherId && !plan.order_of && otherDraft
        ? {
            draft: otherDraft,
            change: (part: Given) => {
              setOtherDraft({ ...otherDraft, ...part });
              opening.mended(...Object.keys(part).map((name) => `bearings.1.${name}`));
            },
            at: (name: string) => opening.problem?.at(`bearings.1.${name}`),
          }
        : null,
    setOwn: (own: boolean) => setOtherDraft(own ? { ...draft } : null),
    missing: sheet ? [] : (early?.fields ?? []),
  };
}

export type Small = ReturnType<typeof useSmallPlan>;
