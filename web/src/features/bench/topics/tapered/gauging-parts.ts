/** What the pieces of a gauging share. */
import { asked, type CellView, type GaugingView } from "../../../../api";
import type { Refused, Tap } from "./parts";

export const keyOf = (cell: CellView) => `${cell.place} ${cell.row}`;

/** Before there is a nut a row is named by the face of its ring. */
const UNMOUNTED: Record<string, string> = {
  "nut side": "marked-face row",
  "far side": "other-face row",
};

/** What a millwright calls the row; what is stored names it otherwise. */
export const rowOf = ({ row }: { row: string }, phase: GaugingView["phase"]) =>
  (phase === "initial" ? UNMOUNTED[row] : undefined) ??
  asked("bracket_place", "row").choices?.find(({ value }) => value === row)?.words ??
  row;

export const shownOf = (units: "mm" | "inch") => (units === "mm" ? "mm" : "in");

export interface Way {
  cell: CellView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  done: () => void;
  /** What the first reading says besides: the gauging that begins with it. */
  begins: { phase?: GaugingView["phase"]; places?: number };
  /** Whether a reading here, in one row or in both, ends the gauging. */
  ends: (both: boolean) => boolean;
}

const read = ({ closed, nothing_passed }: CellView) => closed || nothing_passed;

/**
 * Whether a reading at this place, in one row or in both, leaves nothing unread; a place that was
 * read is only read again.
 */
export const completes = (cells: readonly CellView[], here: CellView, both: boolean) =>
  !read(here) &&
  cells.every((one) => read(one) || (one.place === here.place && (both || one.row === here.row)));
