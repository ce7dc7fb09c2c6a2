/** The short plan of a housed unit: with an insert, or on an adapter sleeve by its own sheet. */
import { ADAPTER, BY_SHEET, IN_HALVES, ON_A_SLEEVE, OWN_SHEET, YES_NO } from "./adapter-fields";
import { previewUnit } from "../../api";
import { mountedHere, type SmallField, type SmallPlan } from "./small-plans";

const FIELDS: SmallField[] = [
  {
    name: "lock",
    label: "Locked by",
    options: [
      { value: "set_screws", label: "set screws" },
      { value: "collar", label: "eccentric collar" },
      { value: "clamp", label: "concentric clamp" },
      { value: "adapter", label: "adapter sleeve and nut" },
      { value: "halves", label: "its own screws: a bearing in two halves" },
    ],
  },
  { name: "bore", label: "Shaft diameter", hint: "40 mm, 1 7/16 in" },
  {
    name: "insert",
    label: "Number on the insert",
    hint: "208, 207-23; or D and B by hand",
    unless: OWN_SHEET,
  },
  {
    name: "form",
    label: "Housing",
    options: [
      { value: "foot_2", label: "foot, two bolts" },
      { value: "foot_4", label: "foot, four bolts" },
      { value: "flange", label: "flange, four bolts" },
      { value: "pilot", label: "flange with pilot" },
      { value: "take_up", label: "take-up" },
      { value: "hanger", label: "hanger" },
    ],
  },
  ...BY_SHEET,
  {
    name: "load",
    label: "It works",
    options: [
      { value: "light", label: "light and smooth" },
      { value: "normal", label: "normal" },
      { value: "shock", label: "heavy, shocks or vibration" },
    ],
    unless: ADAPTER,
  },
  {
    name: "rotation",
    label: "The shaft turns, seen from the drive end",
    options: [
      { value: "clockwise", label: "clockwise" },
      { value: "anticlockwise", label: "anticlockwise" },
      { value: "both", label: "both ways" },
      { value: "unknown", label: "not known" },
    ],
    unless: OWN_SHEET,
  },
  {
    name: "faces",
    label: "The collar looks to",
    options: [
      { value: "drive_end", label: "the drive end" },
      { value: "far_end", label: "the far end" },
    ],
    when: { lock: "collar" },
  },
  {
    name: "screw",
    label: "Its screw",
    hint: "M8, 5/16-24; empty: set screw by the bore, where it is known",
    unless: OWN_SHEET,
  },
  ...IN_HALVES,
  {
    name: "shaft_class",
    label: "Shaft, tolerance class",
    hint: "h6, h7 (fast, heavy), h8, h9; empty: inch shaft",
    unless: OWN_SHEET,
  },
  { name: "regreased", label: "It is regreased in service", options: YES_NO, unless: OWN_SHEET },
  {
    name: "replace_insert",
    label: "The insert is replaced in its housing",
    options: YES_NO,
    unless: OWN_SHEET,
  },
  {
    name: "iron",
    label: "The housing is of",
    options: [
      { value: "grey", label: "grey iron" },
      { value: "ductile", label: "ductile iron" },
      { value: "unknown", label: "not known" },
    ],
    when: { replace_insert: "yes" },
  },
  {
    name: "grit",
    label: "Grit or salt around it",
    options: YES_NO,
    when: { replace_insert: "yes" },
  },
  ...ON_A_SLEEVE,
  {
    name: "base_torque",
    label: "Bolts of the housing, maker's torque",
    hint: "62 N·m",
    seldom: true,
  },
  { name: "base_source", label: "Where that torque comes from", seldom: true },
  {
    name: "screw_torque",
    label: "Its screw, maker's torque",
    hint: "9 N·m, 80 lbf·in",
    seldom: true,
    unless: OWN_SHEET,
  },
  {
    name: "screw_source",
    label: "Where the screw's torque comes from",
    seldom: true,
    unless: OWN_SHEET,
  },
  { name: "growth", label: "Growth that a floating unit takes", hint: "0.4 mm", seldom: true },
  { name: "outside", label: "Insert, outside D", seldom: true, unless: OWN_SHEET },
  { name: "width", label: "Insert, width B", seldom: true, unless: OWN_SHEET },
];

export const UNIT: SmallPlan = {
  order: "unit",
  covers: mountedHere,
  title: "Plan a housed unit",
  teach:
    "What locks it, shaft and housing: then shaft limits, torque or turns, and every way to lock it stand here.",
  more: "The makers' torques, growth, counts, size by hand …",
  fields: FIELDS,
  pair: true,
  // A unit on its sleeve has no number of an insert at its position.
  fill: ({ number, shaft }) =>
    /^unit\b/.test(number)
      ? { insert: "", bore: shaft, ...(number.includes("adapter") ? ADAPTER : {}) }
      : { insert: number, bore: shaft },
  begins: ["insert", "bore", "turns"],
  preview: async (given) => {
    const sheet = await previewUnit(given);
    const worse = [sheet.lock, sheet.iron].filter((verdict) => verdict && verdict.level !== "good");
    return {
      label: sheet.label,
      about: `Housing: ${sheet.form}. ${sheet.lined_up_by}`,
      warning: worse.map((verdict) => verdict!.reason).join(" "),
      figures: sheet.figures,
    };
  },
};
