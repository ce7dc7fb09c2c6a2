/** The short plan of a bearing cartridge: two bearings on shoulders, and what closes them in. */
import { previewCartridge, type Result } from "../../api";
import { CARTRIDGE_FIELDS } from "./cartridge-fields";
import { mountedHere, type Given, type SmallPlan } from "./small-plans";

/** The three drafts that flat entries stand for. */
export function draftsOf(given: Given) {
  const of = (side: string) =>
    Object.fromEntries(
      Object.entries(given).flatMap(([name, value]) =>
        name.startsWith(`${side}.`) ? [[name.slice(side.length + 1), value] as const] : [],
      ),
    );
  const cartridge = Object.fromEntries(
    Object.entries(given).filter(([name]) => !name.includes(".")),
  );
  return { fixed: of("fixed"), floating: of("floating"), cartridge };
}

const marked = (side: string, figures: Result[]) =>
  figures.map((figure) => ({
    ...figure,
    id: `${side}.${figure.id}`,
    label: `${side}: ${figure.label}`,
  }));

export const CARTRIDGE: SmallPlan = {
  order: "cartridge",
  covers: mountedHere,
  title: "Plan a bearing cartridge",
  teach:
    "Both bearings, the housing, and what holds each: the order in which it goes together follows from its parts.",
  more: "Growth, the makers' torques, thread engaged …",
  fields: CARTRIDGE_FIELDS,
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
