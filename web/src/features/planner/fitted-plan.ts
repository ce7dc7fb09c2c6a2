/**
 * What others mounted: nothing is planned of it, but its size is needed for grease, seals and
 * taking off.
 */
import { choicesOf, previewFitted } from "../../api";
import { COVERS } from "./covers";
import type { SmallPlan } from "./small-plans";

export const FITTED: SmallPlan = {
  order: "fitted",
  title: "A bearing that others mounted",
  teach: "The number on the ring and the shaft: grease, seals and force follow from its size.",
  more: "Its sizes by hand, what it sits on …",
  fill: ({ number, shaft }) => ({ designation: number, shaft }),
  begins: ["designation", "bore"],
  covers: () => COVERS.filter(({ value }) => value !== "whole"),
  fields: [
    { name: "designation", label: "Number on the ring, or what it is called", hint: "22218 K C3" },
    { name: "shaft", label: "Shaft diameter", hint: "80 mm or 3 7/16 in" },
    { name: "seat", label: "It sits on", options: choicesOf("say_fitted", "seat") },
    { name: "bore", label: "Bore", hint: "empty: by its number", seldom: true },
    { name: "outside", label: "Outside diameter", seldom: true },
    { name: "width", label: "Width", seldom: true },
    {
      name: "design",
      label: "In it roll",
      options: choicesOf("say_fitted", "design"),
      seldom: true,
    },
  ],
  preview: async (given) => {
    const sheet = await previewFitted(given);
    return { label: sheet.label, about: sheet.about, warning: "", figures: [] };
  },
};
