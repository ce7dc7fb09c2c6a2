/** The short plan of a bearing cartridge: two bearings on shoulders, and what closes them in. */
import { previewCartridge, type Result } from "../../api";
import { mountedHere, type Given, type SmallField, type SmallPlan } from "./small-plans";

const choices = (...values: string[]) => values.map((value) => ({ value, label: value }));
const ofBearing = (side: "fixed" | "floating"): SmallField[] => [
  { name: `${side}.designation`, label: `Number on the ${side} bearing`, hint: "6309 C3" },
  { name: `${side}.shaft_class`, label: `Seat of the ${side} bearing, tolerance class`, hint: "k5, m5, m6" },
];

const FIELDS: SmallField[] = [
  ...ofBearing("fixed"),
  ...ofBearing("floating"),
  {
    name: "fixed_end",
    label: "The fixed bearing is at",
    options: [
      { value: "drive", label: "the drive end" },
      { value: "far", label: "the far end" },
    ],
  },
  { name: "housing_class", label: "Bores of the housing, tolerance class", hint: "H7, J7" },
  { name: "separable", label: "Comes apart", options: choices("none", "fixed", "floating", "both") },
  { name: "screws", label: "Screws in each cover", hint: "3, 4, 6" },
  { name: "screw", label: "Their thread", hint: "M8, 1/4-20" },
  { name: "grade", label: "On their heads", hint: "8.8, A2-70; inch: 2, 5 or 8" },
  { name: "finish", label: "They go in", options: choices("dry", "oiled", "plated", "moly") },
  { name: "hand", label: "Thread of the nut pair, hand", options: choices("right", "left") },
  {
    name: "turning",
    label: "The shaft turns, looked at from the nut",
    options: [
      { value: "clockwise", label: "clockwise" },
      { value: "anticlockwise", label: "anticlockwise" },
      { value: "both", label: "both ways" },
      { value: "unknown", label: "not known" },
    ],
  },
  {
    name: "flingers",
    label: "Flingers",
    options: [
      { value: "none", label: "none" },
      { value: "drive", label: "at the drive end" },
      { value: "far", label: "at the far end" },
      { value: "both", label: "at both ends" },
    ],
  },
  {
    name: "growth",
    label: "Growth of the shaft between them",
    hint: "0.15 mm; empty: not known",
    seldom: true,
  },
  { name: "stands_out", label: "Shaft sticks out below, turned over", seldom: true },
  { name: "nut_torque", label: "First nut, maker's torque", hint: "95 N·m", seldom: true },
  { name: "nut_source", label: "Where the nut's torque comes from", seldom: true },
  { name: "cover_torque", label: "Covers' screws, maker's torque", seldom: true },
  { name: "cover_source", label: "Where the screws' torque comes from", seldom: true },
  { name: "into", label: "They go into", options: choices("steel", "grey iron", "aluminium"), seldom: true },
  { name: "engaged", label: "Length of thread engaged", seldom: true },
];

/** The three drafts that flat entries stand for. */
export function draftsOf(given: Given) {
  const of = (side: string) =>
    Object.fromEntries(
      Object.entries(given).flatMap(([name, value]) =>
        name.startsWith(`${side}.`) ? [[name.slice(side.length + 1), value] as const] : [],
      ),
    );
  const cartridge = Object.fromEntries(Object.entries(given).filter(([name]) => !name.includes(".")));
  return { fixed: of("fixed"), floating: of("floating"), cartridge };
}

const marked = (side: string, figures: Result[]) =>
  figures.map((figure) => ({ ...figure, id: `${side}.${figure.id}`, label: `${side}: ${figure.label}` }));

export const CARTRIDGE: SmallPlan = {
  order: "cartridge",
  covers: mountedHere,
  title: "Plan a bearing cartridge",
  teach:
    "Both bearings with their seats, the housing's bores, covers, nut pair: then every target stands here.",
  more: "Growth, the makers' torques, thread engaged …",
  fields: FIELDS,
  pair: true,
  floating: "in_its_seat",
  // Which of the two it is has to be known before its number can go anywhere.
  fill: ({ number }, held): Given =>
    held === null ? {} : { [held ? "fixed.designation" : "floating.designation"]: number },
  begins: ["fixed.designation", "screw"],
  order_of: (given, floats, [first, second]) => {
    const { fixed, floating, cartridge } = draftsOf(given);
    const held = floats === "held";
    return {
      cartridge,
      bearings: [
        {
          ...(first ?? { position_id: "" }),
          shoulder: held ? fixed : floating,
          floats: held ? "held" : "in_its_seat",
        },
        {
          ...(second ?? { position_id: "" }),
          shoulder: held ? floating : fixed,
          floats: held ? "in_its_seat" : "held",
        },
      ],
    };
  },
  names: (name, floats) => {
    const [side, field] = name.split(".");
    if (!field) return [name, `cartridge.${name}`];
    return [name, `bearings.${(side === "fixed") === (floats === "held") ? 0 : 1}.${field}`];
  },
  preview: async (given) => {
    const sheet = await previewCartridge(draftsOf(given));
    return {
      label: `${sheet.fixed} and ${sheet.floating}`,
      about: "By the limits: what is measured at the bench replaces them.",
      warning: sheet.verdicts
        .filter(({ level }) => level !== "good")
        .map(({ word, reason }) => `${word}. ${reason}`)
        .join(" "),
      figures: [
        ...sheet.figures,
        ...marked("Fixed", sheet.fixed_figures),
        ...marked("Floating", sheet.floating_figures),
      ],
    };
  },
};
