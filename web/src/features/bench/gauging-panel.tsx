/** Gauging by leaf chips: a leaf passes, drags or does not pass, at one place of one row. */
import { useState } from "react";
import type { CellView, GaugingView, Outcome } from "../../api";
import {
  Button,
  Figure,
  Say,
  TextField,
  clearance,
  clearanceBare,
  clearanceUnit,
  useSettings,
} from "../../ui";
import type { Refused, Tap } from "./action-panel";
import { useTyped } from "./use-typed";

const OUTCOMES: { value: Outcome; label: string; hotkey: string }[] = [
  { value: "passes", label: "Passes", hotkey: "1" },
  { value: "drags", label: "Light drag", hotkey: "2" },
  { value: "does not pass", label: "Does not pass", hotkey: "3" },
];

const keyOf = (cell: CellView) => `${cell.place} ${cell.row}`;

export function GaugingPanel(props: { gauging: GaugingView; tap: Tap; busy: boolean; refused: Refused }) {
  const { gauging, tap, busy, refused } = props;
  const { units } = useSettings();
  const [picked, setPicked] = useState<string | null>(null);
  const [leaf, setLeaf] = useState<number | null>(null);
  const { text: typed, setText: setTyped, problem } = useTyped(refused, "try_leaf", "leaf");
  const usual = gauging.cells.find((cell) => cell.next_leaf) ?? gauging.cells[0];
  const cell = gauging.cells.find((other) => keyOf(other) === picked) ?? usual;
  if (!cell) return null;
  const thickness = leaf ?? cell.next_um ?? null;
  const ready = gauging.cells.some((other) => other.closed);
  const all = gauging.cells.every((other) => other.closed && !other.next_leaf);

  const say = (outcome: Outcome) => {
    const text = typed.trim();
    if (!text && thickness === null) return;
    tap({
      kind: "try_leaf",
      place: cell.place,
      row: cell.row,
      leaf: text || `${thickness} µm`,
      outcome,
      typed: Boolean(text),
    });
    setLeaf(null);
    setTyped("");
    setPicked(null);
  };

  return (
    <div className="space-y-4 pt-4">
      <p className="text-sm text-soft">
        {gauging.title}, {gauging.where}.
      </p>
      {thickness !== null || typed ? (
        <div role="group" aria-label="What the leaf does" className="grid grid-cols-3 gap-2">
          {OUTCOMES.map((outcome) => (
            <Button
              key={outcome.value}
              data-hotkey={outcome.hotkey}
              disabled={busy}
              className="min-h-16 justify-center px-2 text-center text-lg font-bold"
              onClick={() => say(outcome.value)}
            >
              {outcome.label}
            </Button>
          ))}
        </div>
      ) : (
        <p>This place is bracketed.</p>
      )}
      {cell.trials.length > 0 ? (
        <Button
          kind="quiet"
          disabled={busy}
          onClick={() => tap({ kind: "repeat_place", place: cell.place, row: cell.row })}
        >
          Gauge place {cell.place}, {cell.row} anew
        </Button>
      ) : null}
      <div>
        <p id="other-leaf" className="pb-1 text-sm font-bold">
          Leaf in hand, {clearanceUnit(units)} (tap another one if you hold it)
        </p>
        <div role="group" aria-labelledby="other-leaf" className="flex flex-wrap gap-2">
          {cell.chips_um.map((um) => (
            <button
              key={um}
              type="button"
              aria-pressed={thickness === um && !typed}
              onClick={() => {
                setLeaf(um);
                setTyped("");
              }}
              className="min-h-12 min-w-16 rounded-sm border-2 border-rule bg-sheet px-2 text-lg aria-pressed:border-ink aria-pressed:bg-mark aria-pressed:font-bold aria-pressed:text-on-mark"
            >
              {clearanceBare(um, units)}
            </button>
          ))}
        </div>
        <div className="max-w-60 pt-2">
          <TextField
            label="Or type a leaf"
            problem={problem}
            value={typed}
            placeholder="0.12 or 4.5 thou"
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
      </div>
      <div role="group" aria-label="Places and rows" className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {gauging.cells.map((other) => (
          <button
            key={keyOf(other)}
            type="button"
            aria-pressed={other === cell}
            onClick={() => {
              setPicked(keyOf(other));
              setLeaf(null);
            }}
            className="min-h-16 rounded-sm border-2 border-rule bg-sheet px-3 py-1 text-left aria-pressed:border-ink aria-pressed:shadow-[inset_0_-5px_0_var(--mark)]"
          >
            <span className="block text-sm">
              Place {other.place}, {other.row}
            </span>
            <Bracket cell={other} />
          </button>
        ))}
      </div>
      {gauging.findings.map((finding) => (
        <p key={finding} className="font-bold text-care">
          △ <Say>{finding}</Say>
        </p>
      ))}
      {gauging.mean ? <Figure result={gauging.mean} /> : null}
      <Button
        kind={all ? "main" : "plain"}
        data-main={all || undefined}
        disabled={!ready}
        onClick={() => tap({ kind: "close_gauging" })}
      >
        {all
          ? "Finish this gauging"
          : ready
            ? "Finish with what is bracketed"
            : "Finish: bracket one place first"}
      </Button>
    </div>
  );
}

function Bracket({ cell }: { cell: CellView }) {
  const { units } = useSettings();
  if (cell.contradiction) return <b className="text-oxide">▲ contradicts</b>;
  if (cell.low_um === null && cell.high_um === null) return <span className="text-soft">not yet</span>;
  const low = cell.low_um === null || cell.low_um === undefined ? "?" : clearanceBare(cell.low_um, units);
  const high = cell.high_um === null || cell.high_um === undefined ? "?" : clearance(cell.high_um, units);
  return (
    <b className="text-dye">
      {low} to {high}
      {cell.closed && !cell.next_leaf ? <span aria-label="bracketed"> ✓</span> : null}
    </b>
  );
}
