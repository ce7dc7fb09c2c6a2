/** What the pieces of a gauging share. */
import { asked, type CellView } from "../../../../api";
import type { Refused, Tap } from "./parts";

export const keyOf = (cell: CellView) => `${cell.place} ${cell.row}`;

/** What a millwright calls the row; what is stored names it otherwise. */
export const rowOf = ({ row }: { row: string }) =>
  asked("bracket_place", "row").choices?.find(({ value }) => value === row)?.words ?? row;

export const shownOf = (units: "mm" | "inch") => (units === "mm" ? "mm" : "in");

export interface Way {
  cell: CellView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  done: () => void;
}
