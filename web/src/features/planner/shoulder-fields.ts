/** What the plan of a bearing on a cylindrical seat is asked. */
import type { SmallField } from "./small-plans";

/**
 * Kinds whose end play or preload is set against another bearing; numbers of theirs are read by the
 * server.
 */
const SET_KINDS = ["angular_contact", "tapered_roller"];
/** 70, 72, 73 with four digits, and tapered roller bearings with five. */
export const isSet = (number: string, kind: string) =>
  SET_KINDS.includes(kind) || /^\s*(7[023]\d\d|3(0[23]|13|2[023]|3[012])\d\d)(?!\d)/.test(number);

/** As the material table names them: what hubs and housings are made of. */
const HUB_MATERIALS = [
  { value: "grey cast iron (GJL-200..250)", label: "grey cast iron" },
  { value: "ductile iron (GJS-400-15)", label: "ductile iron" },
  { value: "carbon shaft steel (C45)", label: "steel" },
  { value: "aluminium (wrought)", label: "aluminium" },
  { value: "bronze (tin bronze)", label: "bronze" },
];
const inHub = (given: Record<string, string>) => Boolean(given.hub_class);

export const SHOULDER_FIELDS: SmallField[] = [
  {
    name: "designation",
    label: "Number on the ring",
    hint: "6209 C3, 6312-2RS, 7309 B, 30209, NU 2212; or its kind with d, D and B by hand",
  },
  { name: "shaft_class", label: "Seat, tolerance class", hint: "by the drawing: k5, m5, m6, n6" },
  {
    name: "held_by",
    label: "Held against its shoulder by",
    options: [
      { value: "lock_nut", label: "lock nut and washer" },
      { value: "retaining_ring", label: "retaining ring" },
      { value: "bore_ring", label: "retaining ring in the bore" },
      { value: "cover", label: "cover" },
    ],
  },
  {
    name: "arrangement",
    label: "It and its partner stand",
    options: [
      { value: "back_to_back", label: "back to back" },
      { value: "face_to_face", label: "face to face" },
      { value: "tandem", label: "in tandem" },
      { value: "single", label: "alone" },
    ],
    only: (given) => isSet(given.designation ?? "", given.kind ?? ""),
  },
  {
    name: "setting_by",
    label: "The maker gives",
    options: [
      { value: "end_play", label: "end play" },
      { value: "preload", label: "the torque that turns it" },
    ],
    only: (given) => isSet(given.designation ?? "", given.kind ?? ""),
  },
  {
    name: "setting",
    label: "That figure",
    hint: "0.05 to 0.10 mm; 0.4 to 0.8 N·m; empty: the setting stays open",
    only: (given) => isSet(given.designation ?? "", given.kind ?? ""),
  },
  {
    name: "setting_source",
    label: "Where it comes from",
    hint: "drawing or sheet, page",
    only: (given) => Boolean(given.setting),
  },
  {
    name: "nut_torque",
    label: "Lock nut, maker's torque",
    hint: "95 N·m",
    when: { held_by: "lock_nut" },
  },
  {
    name: "nut_source",
    label: "Where the nut's torque comes from",
    hint: "drawing or sheet, page",
    only: (given) => given.held_by === "lock_nut" && Boolean(given.nut_torque),
  },
  { name: "stick_out", label: "Shaft beyond the seat, for the tube", hint: "empty: not known yet" },
  {
    name: "hub_class",
    label: "Outer ring tight in a hub: class of the hole",
    hint: "by the drawing: N7, P7, M7; empty: it slides in its housing",
    seldom: true,
  },
  { name: "hub_material", label: "Hub is made of", options: HUB_MATERIALS, only: inHub },
  { name: "hub_outside", label: "Outside of the hub", hint: "160 mm", only: inHub },
  {
    name: "hub_held_by",
    label: "Outer ring held in its hub by",
    options: [
      { value: "bore_ring", label: "retaining ring in the bore" },
      { value: "cover", label: "cover" },
      { value: "fit", label: "its fit alone" },
    ],
    only: inHub,
  },
  {
    name: "hub_limit",
    label: "Hub may get, at most",
    hint: "110 °C; empty: nobody knows yet, it is pressed",
    only: inHub,
  },
  {
    name: "hub_limit_why",
    label: "Why no warmer",
    hint: "its paint; its seals; its alloy, by the drawing",
    only: (given) => inHub(given) && Boolean(given.hub_limit),
  },
  {
    name: "limit",
    label: "Limit by the maker's sheet",
    hint: "empty: the usual limit",
    seldom: true,
  },
  {
    name: "closure",
    byNumber: true,
    label: "Seals",
    options: [
      { value: "", label: "as in the number" },
      { value: "open", label: "open" },
      { value: "shielded", label: "shields, greased" },
      { value: "sealed", label: "seals, greased" },
    ],
    seldom: true,
  },
  {
    name: "group",
    byNumber: true,
    label: "Clearance group",
    options: ["", "C2", "CN", "C3", "C4", "C5"].map((value) => ({
      value,
      label: value || "as in the number",
    })),
    seldom: true,
  },
  {
    name: "kind",
    byNumber: true,
    label: "Kind of bearing",
    options: [
      { value: "", label: "as its number says" },
      { value: "deep_groove_ball", label: "deep groove ball" },
      { value: "angular_contact", label: "angular contact" },
      { value: "double_angular", label: "angular contact, double row" },
      { value: "tapered_roller", label: "tapered roller" },
      { value: "cylindrical_roller", label: "cylindrical roller" },
      { value: "straight_spherical_roller", label: "spherical roller, cylindrical bore" },
    ],
    seldom: true,
  },
  { name: "bore", label: "Bore d", seldom: true },
  { name: "outside", label: "Outside D", seldom: true },
  { name: "width", label: "Width B", seldom: true },
  { name: "shaft_bore", label: "Shaft bored to", hint: "empty: solid", seldom: true },
  {
    name: "shaft_finish",
    label: "Seat is",
    options: [
      { value: "", label: "ground" },
      { value: "turned", label: "turned" },
    ],
    seldom: true,
  },
];
