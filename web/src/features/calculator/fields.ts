/** What can be given on the calculator, in the order it is asked for. */
import type { Choices, PlanDraft, VariantDraft } from "../../api";

type PlanField = keyof PlanDraft;
type OwnField = Exclude<keyof VariantDraft, "plan">;

export interface SlateField {
  name: PlanField | OwnField;
  label: string;
  /** What an empty entry means. */
  empty: string;
  options?: { value: string; label: string }[];
  /** Asked for only when somebody wants it. */
  seldom?: boolean;
}

const OWN: readonly string[] = ["initial", "inner_over_outer", "squeeze"] satisfies OwnField[];

export function valueOf(draft: VariantDraft, name: SlateField["name"]): string {
  const value = OWN.includes(name) ? draft[name as OwnField] : draft.plan?.[name as PlanField];
  return value ?? "";
}

/** The entry changed; an empty one is left out, so that it means what the field says it means. */
export function withValue(
  draft: VariantDraft,
  name: SlateField["name"],
  value: string,
): VariantDraft {
  if (OWN.includes(name)) return { ...draft, [name]: value };
  const given = Object.entries({ ...draft.plan, [name]: value }).filter(([, said]) => said !== "");
  return { ...draft, plan: Object.fromEntries(given) };
}

export function fieldsOf(choices: Choices | undefined): SlateField[] {
  const cards = ["A", "A2", "B", "C"].map((card) => ({
    value: card === "A" ? "" : card,
    label: `card ${card}`,
  }));
  const own = (choices?.own_cards ?? []).map((card) => ({ value: card.id, label: card.title }));
  const materials = (choices?.materials ?? []).map((material) => ({
    value: material,
    label: material,
  }));
  return [
    { name: "designation", label: "Number on the ring", empty: "22218 K C3" },
    {
      name: "group",
      label: "Group",
      empty: "as in the number",
      options: [
        { value: "", label: "as in the number" },
        ...["C2", "CN", "C3", "C4", "C5"].map((group) => ({ value: group, label: group })),
      ],
    },
    {
      name: "taper",
      label: "Taper",
      empty: "as in the number",
      options: [
        { value: "", label: "as in the number" },
        { value: "1:12", label: "1:12 (K)" },
        { value: "1:30", label: "1:30 (K30)" },
      ],
    },
    { name: "shaft", label: "Shaft diameter", empty: "80 mm, 3 3/16 in" },
    { name: "shaft_bore", label: "Shaft bored to", empty: "solid" },
    { name: "initial", label: "Unmounted clearance", empty: "middle of group" },
    { name: "inner_over_outer", label: "Inner ring warmer by, K", empty: "usual 5 to 10" },
    {
      name: "card",
      label: "Card",
      empty: "card A",
      options: [...cards, { value: "half", label: "half of the clearance" }, ...own],
    },
    {
      name: "nut_family",
      label: "Nut",
      empty: "metric",
      options: [
        { value: "", label: "metric" },
        { value: "inch", label: "inch" },
      ],
    },
    { name: "nut_tabs", label: "Washer's outer tabs", empty: "by the table" },
    {
      name: "shaft_material",
      label: "Shaft material",
      empty: "carbon shaft steel",
      options: [{ value: "", label: "carbon shaft steel (usual)" }, ...materials],
      seldom: true,
    },
    {
      name: "ring_rise",
      label: "Ring warmer than at mounting by, K",
      empty: "asked where it decides",
      seldom: true,
    },
    {
      name: "shaft_over_ring",
      label: "Shaft warmer than its ring by, K",
      empty: "not warmer",
      seldom: true,
    },
    { name: "bore", label: "Bore d", empty: "by the number", seldom: true },
    { name: "outside", label: "Outside D", empty: "by the number", seldom: true },
    { name: "width", label: "Width B", empty: "by the number", seldom: true },
    { name: "nut_pitch", label: "Nut pitch", empty: "by the table", seldom: true },
    { name: "nut_outside", label: "Nut diameter", empty: "by the table", seldom: true },
    { name: "nut_slots", label: "Slots", empty: "by the table", seldom: true },
    { name: "squeeze", label: "Squeeze of a tight housing", empty: "none", seldom: true },
  ];
}

/** The first variant changed: what another one has in common with it follows. */
export function follow(
  other: VariantDraft,
  before: VariantDraft,
  after: VariantDraft,
  fields: SlateField[],
): VariantDraft {
  return fields.reduce(
    (draft, { name }) =>
      valueOf(before, name) === valueOf(draft, name)
        ? withValue(draft, name, valueOf(after, name))
        : draft,
    other,
  );
}

/** How an entry reads in words. */
export function wordsOf(field: SlateField, draft: VariantDraft): string {
  const value = valueOf(draft, field.name);
  return field.options?.find((option) => option.value === value)?.label ?? (value || field.empty);
}
