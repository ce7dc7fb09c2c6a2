/**
 * What the plan of a unit on an adapter sleeve is asked: its own sheet, and what is in sight of nut
 * and plate.
 */
import type { SmallField } from "./small-plans";

export const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];

/** Locked by an adapter sleeve it follows its own sheet; else it is an insert. */
export const ADAPTER = { lock: "adapter" };

/** Screwed together round the shaft. */
const HALVES = { lock: "halves" };

/** What follows its own sheet takes nothing of an insert. */
export const OWN_SHEET = { lock: ["adapter", "halves"] };

export const IN_HALVES: SmallField[] = [
  { name: "insert", label: "Number on the bearing (may stay empty)", when: HALVES },
  {
    name: "screw",
    label: "Screws that hold the halves together",
    hint: "M10, 3/8-16",
    when: HALVES,
  },
  {
    name: "screw_torque",
    label: "Their torque, by its sheet",
    hint: "45 N·m, 33 lbf·ft",
    when: HALVES,
  },
  { name: "screw_source", label: "Which sheet", hint: "maker, edition, page", when: HALVES },
  {
    name: "shaft_limits",
    label: "Shaft limits, by its sheet",
    hint: "+0/-0.05 mm, as printed",
    when: HALVES,
  },
];

export const BY_SHEET: SmallField[] = [
  {
    name: "turns",
    label: "Turns of the nut, by its own sheet",
    hint: "1 to 1 1/4 turns; 405°",
    when: ADAPTER,
  },
  { name: "turns_source", label: "Which sheet", hint: "maker, edition, page", when: ADAPTER },
  {
    name: "sheet_zero",
    label: "Its turns count from",
    options: [
      { value: "both_hands", label: "both hands until it stops" },
      { value: "tapped", label: "tapped and tried again until it no longer moves" },
      { value: "", label: "it does not say" },
    ],
    when: ADAPTER,
  },
  {
    name: "shaft_limits",
    label: "Shaft limits, by its sheet",
    hint: "+0/-0.003 in; empty: the usual band, from memory",
    when: ADAPTER,
  },
];

export const ON_A_SLEEVE: SmallField[] = [
  {
    name: "captive",
    label: "Its nut, turned back",
    options: [
      { value: "captive", label: "draws the sleeve loose (captive)" },
      { value: "plain", label: "comes off its thread (plain)" },
      { value: "unknown", label: "not known" },
    ],
    when: ADAPTER,
    seldom: true,
  },
  { name: "nut_slots", label: "Slots of the nut", when: ADAPTER, seldom: true },
  {
    name: "plate_holes",
    label: "Holes of the lock plate in the round",
    when: ADAPTER,
    seldom: true,
  },
  {
    name: "nut_pitch",
    label: "Thread pitch of the nut",
    hint: "2 mm or 12 tpi",
    when: ADAPTER,
    seldom: true,
  },
  {
    name: "top_up",
    label: "Topped up with grease before the first run, by its maker",
    options: YES_NO,
    when: ADAPTER,
    seldom: true,
  },
  // What is inside may stay unknown.
  {
    name: "insert",
    label: "Number of the bearing inside (may stay empty)",
    hint: "22213 K C3, where somebody can read it",
    when: ADAPTER,
    seldom: true,
  },
];
