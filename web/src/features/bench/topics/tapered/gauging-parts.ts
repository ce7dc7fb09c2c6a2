/** What the pieces of a gauging share. */
import type { CellView } from "../../../../api";
import type { Refused, Tap } from "./parts";

export const keyOf = (cell: CellView) => `${cell.place} ${cell.row}`;

export const shownOf = (units: "mm" | "inch") => (units === "mm" ? "mm" : "in");

export interface Way {
  cell: CellView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  done: () => void;
}
