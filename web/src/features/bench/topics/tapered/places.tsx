/** The places of a gauging, each with its bracket so far. */
import type { CellView, GaugingView } from "../../../../api";
import { clearanceBare, clearanceUnit, useSettings } from "../../../../ui";
import { keyOf, rowOf } from "./gauging-parts";

export function Places(props: {
  gauging: GaugingView;
  cell: CellView;
  onPick: (key: string) => void;
}) {
  const { gauging, cell, onPick } = props;
  return (
    <div
      role="group"
      aria-label="Places and rows"
      className="grid grid-cols-2 gap-2 sm:grid-cols-3"
    >
      {gauging.cells.map((other) => (
        <button
          key={keyOf(other)}
          type="button"
          aria-pressed={other === cell}
          onClick={() => onPick(keyOf(other))}
          className="min-h-14 rounded-sm border-2 border-edge bg-sheet px-3 py-1 text-left aria-pressed:border-ink aria-pressed:shadow-[inset_0_-5px_0_var(--mark)]"
        >
          <span className="block text-sm">
            Place {other.place}, {rowOf(other, gauging.phase)}
          </span>
          <Bracket cell={other} />
        </button>
      ))}
    </div>
  );
}

export function Bracket({ cell }: { cell: CellView }) {
  const { units } = useSettings();
  if (cell.contradiction) return <b className="text-oxide">▲ contradicts</b>;
  if (cell.nothing_passed) return <b className="text-oxide">▲ no measurable clearance</b>;
  if (cell.low_um === null && cell.high_um === null)
    return <span className="text-soft">not yet</span>;
  const low =
    cell.low_um === null || cell.low_um === undefined ? "?" : clearanceBare(cell.low_um, units);
  const high =
    cell.high_um === null || cell.high_um === undefined ? "?" : clearanceBare(cell.high_um, units);
  return (
    <b className="text-dye">
      {low} to {high} {clearanceUnit(units)}
      {cell.closed && !cell.next_leaf ? <span aria-label="bracketed"> ✓</span> : null}
    </b>
  );
}
