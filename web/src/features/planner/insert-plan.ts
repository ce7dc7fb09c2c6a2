/** An insert changed on the bench: the housing and the insert are enough, nothing of a shaft. */
import { previewInsert } from "../../api";
import { YES_NO } from "./adapter-fields";
import type { SmallPlan } from "./small-plans";

export const INSERT: SmallPlan = {
  order: "insert",
  title: "Plan an insert, changed on the bench",
  teach:
    "The number on the insert and what its housing is of: then its size and what closes its hole stand here.",
  more: "Size by hand …",
  fill: ({ number }) => ({ insert: number }),
  begins: ["insert", "outside"],
  covers: () => [{ value: "mounting", label: "the insert alone, its housing on the bench" }],
  fields: [
    { name: "insert", label: "Number on the insert", hint: "208, 207-23; or D by hand" },
    {
      name: "balls",
      label: "Its balls",
      options: [
        { value: "", label: "not said" },
        { value: "caged", label: "caged: worn balls stay apart" },
        { value: "full", label: "full complement: carries more, jams when worn" },
      ],
    },
    {
      name: "iron",
      label: "The housing is of",
      options: [
        { value: "grey", label: "grey iron" },
        { value: "ductile", label: "ductile iron" },
        { value: "unknown", label: "not known" },
      ],
    },
    { name: "grit", label: "Grit or salt around it", options: YES_NO },
    { name: "shock", label: "Heavy, shocks or vibration", options: YES_NO },
    { name: "regreased", label: "It is regreased in service", options: YES_NO },
    { name: "outside", label: "Insert, outside D", hint: "empty: by its number", seldom: true },
    { name: "ring", label: "Outer ring, width", hint: "empty: by its number", seldom: true },
  ],
  preview: async (given) => {
    const sheet = await previewInsert(given);
    return {
      label: sheet.label,
      about: sheet.about,
      warning: sheet.iron.level === "good" ? "" : sheet.iron.reason,
      figures: [],
    };
  },
};
