/** What a row of a maker's sheet or a shop's card can say. */
import type { CardDraft, CardRowDraft } from "../../api";

export const EMPTY_ROW: CardRowDraft = {
  over: "",
  to: "",
  reduction_low: "",
  reduction_high: "",
  drive_low: "",
  drive_high: "",
  drive30_low: "",
  drive30_high: "",
  residual_cn: "",
  residual_c3: "",
  residual_c4: "",
  part: "",
  residual: "",
  final_low: "",
  final_high: "",
  angle: "",
  unmounted_low: "",
  unmounted_high: "",
};
export const EMPTY_CARD: CardDraft = { name: "", source: "", designation: "", rows: [EMPTY_ROW] };

export const COLUMNS: { name: keyof CardRowDraft; label: string }[] = [
  { name: "reduction_low", label: "Reduction, least" },
  { name: "reduction_high", label: "greatest" },
  { name: "final_low", label: "Final clearance, least" },
  { name: "final_high", label: "greatest" },
  { name: "residual", label: "Must be left, any group" },
  { name: "residual_cn", label: "CN" },
  { name: "residual_c3", label: "C3" },
  { name: "residual_c4", label: "C4" },
  { name: "drive_low", label: "Drive-up 1:12, least" },
  { name: "drive_high", label: "greatest" },
  { name: "drive30_low", label: "Drive-up 1:30, least" },
  { name: "drive30_high", label: "greatest" },
  { name: "angle", label: "Nut angle or turns" },
  { name: "unmounted_low", label: "Before mounting, least" },
  { name: "unmounted_high", label: "greatest" },
];

/** What the rows are entered by, and what a row then says of it. */
export const KEYS: Record<string, typeof COLUMNS> = {
  "": [
    { name: "over", label: "Bore over" },
    { name: "to", label: "up to" },
  ],
  shaft: [
    { name: "over", label: "Shaft over" },
    { name: "to", label: "up to" },
  ],
  part: [{ name: "part", label: "Part number" }],
};
