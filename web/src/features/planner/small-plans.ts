/** Plans that are a short list of entries: a bearing on a cylindrical seat, a cam follower. */
import {
  previewFollower,
  previewShoulder,
  type Floats,
  type PlantPosition,
  type Result,
} from "../../api";

import { COVERS, type Covers } from "./covers";
import { SHOULDER_FIELDS } from "./shoulder-fields";

export type Given = Record<string, string>;

export interface SmallField {
  name: string;
  label: string;
  hint?: string;
  options?: { value: string; label: string }[];
  /** Its empty option means what the number says: none is offered for a size given by hand. */
  byNumber?: boolean;
  /** Asked for only where somebody wants it. */
  seldom?: boolean;
  /** Asked for only where another entry is this, or one of these. */
  when?: Record<string, string | string[]>;
  /** Asked for only where the entries together say so. */
  only?: (given: Given) => boolean;
  /** Not asked for where another entry is this, or one of these. */
  unless?: Record<string, string | string[]>;
}

/** What a plan came to, whatever it is for. */
export interface Worked {
  label: string;
  about: string;
  warning: string;
  figures: Result[];
}

export interface SmallPlan {
  /** How the order of a job names it. */
  order: "shoulder" | "follower" | "unit" | "insert" | "cartridge" | "fitted";
  title: string;
  teach: string;
  more: string;
  fields: SmallField[];
  preview: (given: Given) => Promise<Worked>;
  /** Two of them carry one shaft: which one holds it is asked, and both may go into one job. */
  pair?: boolean;
  /** How the one that does not hold the shaft floats. */
  floating?: Floats;
  /** What opens the job, where that is more than one plan for each bearing. */
  order_of?: (
    given: Given,
    floats: Floats | "",
    places: { position_id: string; name?: string }[],
  ) => object;
  /**
   * What a position of the plant fills in; `held`: whether its bearing holds the shaft, null where
   * nobody knows.
   */
  fill?: (position: PlantPosition, held: boolean | null) => Given;
  /** What the server calls an entry. */
  names?: (name: string, floats: Floats | "") => string[];
  /** What a job of it may cover. */
  covers: (given: Given) => { value: Covers; label: string }[];
  /** Worked out as soon as one of these is given. */
  begins: string[];
}

/** The mounting alone, or every stage and its parts. */
export const mountedHere = () => [
  { value: "mounting" as Covers, label: "seat and mounting" },
  ...COVERS,
];

/** Whether an entry matters for what was given. */
export const matters = ({ when, unless, only }: SmallField, given: Given) =>
  (only?.(given) ?? true) &&
  Object.entries(when ?? {}).every(([name, value]) => [value].flat().includes(given[name] ?? "")) &&
  !Object.entries(unless ?? {}).some(([name, value]) => [value].flat().includes(given[name] ?? ""));

/** What can be chosen for an entry; a size says nothing that a number would have said. */
export const optionsOf = ({ options, byNumber }: SmallField, given: Given) => {
  const bySize =
    !given.designation?.trim() && [given.bore, given.outside, given.width].some(Boolean);
  return byNumber && bySize ? options?.filter(({ value }) => value) : options;
};

export const emptyOf = (plan: SmallPlan): Given =>
  Object.fromEntries(plan.fields.map(({ name }) => [name, ""]));

export const SHOULDER: SmallPlan = {
  order: "shoulder",
  covers: mountedHere,
  title: "Plan a bearing on a cylindrical seat",
  teach:
    "The number on the ring, the seat's class, and what holds it: then fit, force and heat stand here.",
  more: "Size by hand, seals, limit by a sheet …",
  fields: SHOULDER_FIELDS,
  begins: ["designation", "bore"],
  fill: ({ number }) => ({ designation: number }),
  preview: async (given) => {
    const sheet = await previewShoulder(given);
    return {
      label: sheet.label,
      about: `${sheet.closure}; held by ${sheet.held_by}. By the limits: what is measured at the bench replaces them.`,
      warning: [
        ...(sheet.unread.length > 0 ? [`Not read of the number: ${sheet.unread.join(", ")}.`] : []),
        ...sheet.remarks,
      ].join(" "),
      figures: sheet.figures,
    };
  },
};

export const FOLLOWER: SmallPlan = {
  order: "follower",
  covers: mountedHere,
  title: "Plan a cam follower",
  teach: "How it is carried and the roller's diameter: then its stud and clamp torque stand here.",
  more: "Stud by hand, the maker's torque …",
  begins: ["roller"],
  fill: ({ number }) => ({ roller: number }),
  fields: [
    {
      name: "mount",
      label: "It is carried by",
      options: [
        { value: "stud", label: "a stud with its nut" },
        { value: "yoke", label: "a pin in a fork" },
      ],
    },
    { name: "roller", label: "Roller diameter", hint: "40 mm, 1 1/4 in" },
    { name: "width", label: "Roller width" },
    {
      name: "regreased",
      label: "It is regreased in service",
      options: [
        { value: "yes", label: "yes" },
        { value: "no", label: "no: its hole is plugged" },
      ],
    },
    { name: "stud", label: "Stud or pin diameter", hint: "empty: by the table", seldom: true },
    {
      name: "torque",
      label: "Clamp torque by the maker",
      hint: "with its unit: 58 N·m, 43 lbf·ft",
      seldom: true,
    },
    {
      name: "torque_thread",
      label: "The maker gives it for a thread that is",
      options: [
        { value: "", label: "not said yet" },
        { value: "oiled", label: "oiled" },
        { value: "dry", label: "dry" },
        { value: "silent", label: "it does not say" },
      ],
      seldom: true,
    },
    { name: "torque_source", label: "Where the torque comes from", seldom: true },
  ],
  preview: async (given) => {
    const sheet = await previewFollower(given);
    return {
      label: sheet.label,
      about: `${sheet.mount}${sheet.thread ? `, thread ${sheet.thread}` : ""}.`,
      warning: sheet.remembered_once ? "This torque was remembered once: take the maker's." : "",
      figures: sheet.figures,
    };
  },
};
