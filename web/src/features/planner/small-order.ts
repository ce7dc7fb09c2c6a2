/**
 * What a short plan comes to: the bearings of its order, and the form in which it is kept half
 * done.
 */
import type { Floats } from "../../api";
import type { Covers } from "./covers";
import { emptyOf, type Given, type SmallPlan } from "./small-plans";
import type { Where, ofBearing } from "./where";

type Place = ReturnType<typeof ofBearing>;

/**
 * The bearings of the order: one, or both of a shaft, each by its plan or both by one, of which one
 * holds it.
 */
export function bearingsOf(
  plan: SmallPlan,
  [draft, own]: [Given, Given | null],
  floats: Floats | "",
  [first, second]: Place[],
) {
  const one = { ...first, [plan.order]: draft, ...(floats ? { floats } : {}) };
  if (!second) return [one];
  const other = floats === "held" ? (plan.floating ?? "in_the_housing") : "held";
  return [
    one,
    { ...one, ...second, [plan.order]: own ?? draft, ...(floats ? { floats: other } : {}) },
  ];
}

/** Everything that was said so far. */
export interface Said {
  draft: Given;
  otherDraft: Given | null;
  where: Where;
  covers: Covers;
  floats: Floats | "";
  otherId: string;
}

/**
 * As it is kept: every entry by name, those of the other plan and what is no entry behind a sign.
 */
export const formOf = ({
  draft,
  otherDraft,
  where,
  covers,
  floats,
  otherId,
}: Said): Record<string, string> => ({
  ...draft,
  "@position": where.positionId,
  "@machine": where.machine,
  "@name": where.name,
  "@covers": covers,
  "@floats": floats,
  "@other": otherId,
  ...Object.fromEntries(
    Object.entries(otherDraft ?? {}).map(([name, value]) => [`@own.${name}`, value]),
  ),
});

/** And back; a name that this plan does not have is left. */
export function fromForm(plan: SmallPlan, form: Record<string, string>): Said {
  const own = emptyOf(plan);
  const other = Object.entries(form)
    .filter(([name]) => name.startsWith("@own."))
    .map(([name, value]) => [name.slice("@own.".length), value]);
  return {
    draft: { ...own, ...Object.fromEntries(Object.entries(form).filter(([name]) => name in own)) },
    otherDraft: other.length > 0 ? { ...own, ...Object.fromEntries(other) } : null,
    where: {
      positionId: form["@position"] ?? "",
      machine: form["@machine"] ?? "",
      name: form["@name"] ?? "",
    },
    covers: (form["@covers"] ?? "mounting") as Covers,
    floats: (form["@floats"] ?? "") as Floats | "",
    otherId: form["@other"] ?? "",
  };
}
