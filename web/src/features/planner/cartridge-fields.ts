/** What the plan of a cartridge is asked: its bearings, its housing, and what holds each part. */
import type { SmallField } from "./small-plans";

const choices = (...values: string[]) => values.map((value) => ({ value, label: value }));
const ENDS = [
  { value: "none", label: "none" },
  { value: "drive", label: "at the drive end" },
  { value: "far", label: "at the far end" },
  { value: "both", label: "at both ends" },
];
const RINGS = [
  { value: "none", label: "none" },
  { value: "shaft", label: "on the shaft" },
  { value: "bore", label: "in the bore" },
  { value: "both", label: "both" },
];
const NO_NUTS = { nuts: "none" };
const ofBearing = (side: "fixed" | "floating"): SmallField[] => [
  { name: `${side}.designation`, label: `Number on the ${side} bearing`, hint: "6309 C3" },
  {
    name: `${side}.shaft_class`,
    label: `Seat of the ${side} bearing, tolerance class`,
    hint: "k5, m5, m6",
  },
];

export const CARTRIDGE_FIELDS: SmallField[] = [
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
  {
    name: "separable",
    label: "Comes apart",
    options: choices("none", "fixed", "floating", "both"),
  },
  { name: "screws", label: "Screws in each cover", hint: "3, 4, 6" },
  { name: "screw", label: "Their thread", hint: "M8, 1/4-20" },
  { name: "grade", label: "On their heads", hint: "8.8, A2-70; inch: 2, 5 or 8" },
  { name: "finish", label: "They go in", options: choices("dry", "oiled", "plated", "moly") },
  {
    name: "stands",
    label: "While it is built",
    options: [
      { value: "upright", label: "it stands, and is turned over" },
      { value: "horizontal", label: "it lies" },
    ],
  },
  { name: "rings_fixed", label: "Retaining rings hold the fixed bearing", options: RINGS },
  { name: "rings_floating", label: "Retaining rings hold the floating bearing", options: RINGS },
  { name: "nuts", label: "Nut pair", options: ENDS },
  {
    name: "hand",
    label: "Thread of the nut pair, hand",
    options: choices("right", "left"),
    unless: NO_NUTS,
  },
  {
    name: "hand_far",
    label: "Thread of the nuts at the far end, hand",
    options: choices("right", "left"),
    when: { nuts: "both" },
  },
  {
    name: "turning",
    label: "The shaft turns, looked at from the nut (of two: at the drive end)",
    options: [
      { value: "clockwise", label: "clockwise" },
      { value: "anticlockwise", label: "anticlockwise" },
      { value: "both", label: "both ways" },
      { value: "unknown", label: "not known" },
    ],
    unless: NO_NUTS,
  },
  { name: "flingers", label: "Flingers", options: ENDS },
  {
    name: "flingers_by",
    label: "What holds the flingers",
    options: [
      { value: "screws", label: "their set screws" },
      { value: "nuts", label: "the nuts clamp them" },
    ],
    when: { flingers: ["drive", "far", "both"] },
  },
  {
    name: "growth",
    label: "Growth of the shaft between them",
    hint: "0.15 mm; empty: not known",
    seldom: true,
  },
  {
    name: "first",
    label: "On the shaft first",
    options: [
      { value: "fixed", label: "the fixed bearing" },
      { value: "floating", label: "the floating one" },
    ],
    seldom: true,
  },
  {
    name: "covers",
    label: "Covers",
    options: [
      { value: "both", label: "at both ends" },
      { value: "drive", label: "at the drive end" },
      { value: "far", label: "at the far end" },
    ],
    seldom: true,
  },
  {
    name: "rod",
    label: "Handle rod for the lowering",
    options: [
      { value: "", label: "none" },
      { value: "drive", label: "at the drive end" },
      { value: "far", label: "at the far end" },
    ],
    seldom: true,
  },
  {
    name: "between",
    label: "Length between the bearings",
    hint: "90 mm; empty: no amount is computed",
    seldom: true,
  },
  {
    name: "shaft_between",
    label: "Shaft between the bearings",
    hint: "58 mm",
    only: (given) => Boolean(given.between),
    seldom: true,
  },
  {
    name: "grease_share",
    label: "Share of that space, filled",
    hint: "30 %",
    only: (given) => Boolean(given.between),
    seldom: true,
  },
  { name: "stands_out", label: "Shaft sticks out below, turned over", seldom: true },
  {
    name: "nut_torque",
    label: "First nut, maker's torque",
    hint: "95 N·m",
    seldom: true,
    unless: NO_NUTS,
  },
  { name: "nut_source", label: "Where the nut's torque comes from", seldom: true, unless: NO_NUTS },
  { name: "cover_torque", label: "Covers' screws, maker's torque", seldom: true },
  { name: "cover_source", label: "Where the screws' torque comes from", seldom: true },
  {
    name: "into",
    label: "They go into",
    options: choices("steel", "grey iron", "aluminium"),
    seldom: true,
  },
  { name: "engaged", label: "Length of thread engaged", seldom: true },
];
