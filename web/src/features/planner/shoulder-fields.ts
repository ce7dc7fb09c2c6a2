/** What is asked for a bearing on a cylindrical seat, in the order it is asked. */
import type { ShoulderDraft } from "../../api";

export type Shoulder = Required<ShoulderDraft>;
export const NOTHING: Shoulder = {
  designation: "",
  bore: "",
  outside: "",
  width: "",
  group: "",
  closure: "",
  shaft_class: "",
  shaft_bore: "",
  shaft_finish: "",
  limit: "",
  held_by: "",
  stick_out: "",
};

interface Field {
  name: keyof Shoulder;
  label: string;
  hint?: string;
  options?: { value: string; label: string }[];
  /** Asked for only where somebody wants it. */
  seldom?: boolean;
}

export const FIELDS: Field[] = [
  { name: "designation", label: "Number on the ring", hint: "6209 C3, 6312-2RS; or d, D and B by hand" },
  {
    name: "shaft_class",
    label: "Seat, tolerance class",
    hint: "by the drawing: k5, m5, m6, n6",
  },
  {
    name: "held_by",
    label: "Held against its shoulder by",
    options: [
      { value: "lock_nut", label: "lock nut and washer" },
      { value: "retaining_ring", label: "retaining ring" },
      { value: "cover", label: "cover" },
    ],
  },
  { name: "stick_out", label: "Shaft beyond the seat, for the tube", hint: "empty: not known yet" },
  { name: "limit", label: "Limit by the maker's sheet", hint: "empty: the usual limit", seldom: true },
  {
    name: "closure",
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
    label: "Clearance group",
    options: ["", "C2", "CN", "C3", "C4", "C5"].map((value) => ({
      value,
      label: value || "as in the number",
    })),
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
