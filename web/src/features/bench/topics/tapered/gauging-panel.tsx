/** Gauging: one tap for the thickest leaf that goes in, or leaf by leaf. */
import { useState } from "react";
import type { Chip, CellView, GaugingView, Outcome } from "../../../../api";
import { Button, Figure, Say, TextField, clearanceBare, clearanceUnit, useSettings } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { useTyped } from "./use-typed";

const OUTCOMES: { value: Outcome; label: string; hotkey: string }[] = [
  { value: "passes", label: "Passes", hotkey: "1" },
  { value: "drags", label: "Light drag", hotkey: "2" },
  { value: "does not pass", label: "Does not pass", hotkey: "3" },
];

const keyOf = (cell: CellView) => `${cell.place} ${cell.row}`;

interface Props {
  gauging: GaugingView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  wanted: string | null;
  enough: boolean;
}

/** `wanted`: the place that the next move names; it is the one that is open. `enough`: finishing is the next move. */
export function GaugingPanel({ gauging, tap, busy, refused, wanted, enough }: Props) {
  const { leafwise, change } = useSettings();
  const [picked, setPicked] = useState<string | null>(null);
  const usual =
    gauging.cells.find((cell) => keyOf(cell) === wanted) ??
    gauging.cells.find((cell) => cell.next_leaf) ??
    gauging.cells[0];
  const cell = gauging.cells.find((other) => keyOf(other) === picked) ?? usual;
  if (!cell) return null;
  const done = () => setPicked(null);
  const way = { cell, tap, busy, refused, done };
  return (
    <div className="space-y-3 pt-3">
      {enough ? <Finish gauging={gauging} tap={tap} main /> : null}
      <p className="text-sm text-soft">
        <b className="text-ink">
          Place {cell.place}, {cell.row}.
        </b>{" "}
        {gauging.title}, {gauging.where}.
      </p>
      {leafwise ? (
        <LeafByLeaf {...way} />
      ) : (
        <Thickest {...way} thinnest={gauging.thinnest_um} marked={!enough} />
      )}
      <div className="flex flex-wrap gap-x-4">
        <Button kind="quiet" onClick={() => change({ leafwise: !leafwise })}>
          {leafwise ? "One tap: the thickest leaf that goes in" : "Leaf by leaf"}
        </Button>
        {cell.trials.length > 0 ? (
          <Button
            kind="quiet"
            disabled={busy}
            onClick={() => tap({ kind: "repeat_place", place: cell.place, row: cell.row })}
          >
            Gauge place {cell.place}, {cell.row} again
          </Button>
        ) : null}
      </div>
      <Places gauging={gauging} cell={cell} onPick={setPicked} />
      {gauging.findings.map((finding) => (
        <p key={finding} className="font-bold text-care">
          △ <Say>{finding}</Say>
        </p>
      ))}
      {gauging.mean ? <Figure result={gauging.mean} /> : null}
      {enough ? null : <Finish gauging={gauging} tap={tap} />}
    </div>
  );
}

interface Way {
  cell: CellView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  done: () => void;
}

const shownOf = (units: "mm" | "inch") => (units === "mm" ? "mm" : "in");

/** One tap closes the bracket: this leaf goes in, the next of the set was tried and does not. */
function Thickest(props: Way & { thinnest: number; marked: boolean }) {
  const { cell, tap, busy, refused, done, thinnest, marked } = props;
  const { units } = useSettings();
  const { text, setText, problem } = useTyped(refused, "bracket_place", "leaf");
  const say = (leaf: string, typed = false) => {
    tap({ kind: "bracket_place", place: cell.place, row: cell.row, leaf, typed, shown: shownOf(units) });
    setText("");
    done();
  };
  return (
    <div>
      <p id="thickest" className="pb-1 font-bold">
        Thickest leaf that goes in, {clearanceUnit(units)}: the next was tried and does not
      </p>
      <div role="group" aria-labelledby="thickest" className="grid grid-cols-3 gap-2 sm:grid-cols-4">
        <Button disabled={busy} kind="stop" className="min-h-16 flex-col gap-0" onClick={() => say("none")}>
          None goes in
          <span className="text-sm font-normal">{clearanceBare(thinnest, units)} does not</span>
        </Button>
        {cell.chips.map((chip) => (
          <ThickestChip
            key={chip.um}
            chip={chip}
            usual={marked && chip.um === cell.next_um}
            busy={busy}
            onTap={() => say(`${chip.um} µm`)}
          />
        ))}
      </div>
      <form
        className="flex max-w-96 items-end gap-2 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) say(text, true);
        }}
      >
        <TextField
          label="Or type the thickest leaf"
          problem={problem}
          value={text}
          placeholder="0.12 or 4.5 thou"
          onChange={(event) => setText(event.target.value)}
          onChoose={(choice) => say(choice, true)}
        />
        <Button type="submit" disabled={busy || !text.trim()}>
          Goes in
        </Button>
      </form>
    </div>
  );
}

function ThickestChip(props: { chip: Chip; usual: boolean; busy: boolean; onTap: () => void }) {
  const { units } = useSettings();
  const { chip, usual, busy, onTap } = props;
  return (
    <Button
      disabled={busy || chip.next_um === null}
      kind={usual ? "main" : "plain"}
      className="min-h-16 flex-col gap-0 !px-2"
      onClick={onTap}
    >
      <span className="text-xl font-bold">{clearanceBare(chip.um, units)}</span>
      <span className="text-sm font-normal">
        {chip.next_um === null ? "thickest of the set" : `${clearanceBare(chip.next_um, units)} does not`}
      </span>
    </Button>
  );
}

function LeafByLeaf({ cell, tap, busy, refused, done }: Way) {
  const { units } = useSettings();
  const [leaf, setLeaf] = useState<number | null>(null);
  const { text: typed, setText: setTyped, problem } = useTyped(refused, "try_leaf", "leaf");
  const thickness = leaf ?? cell.next_um ?? null;
  const say = (outcome: Outcome, text = typed.trim()) => {
    if (!text && thickness === null) return;
    tap({
      kind: "try_leaf",
      place: cell.place,
      row: cell.row,
      leaf: text || `${thickness} µm`,
      outcome,
      typed: Boolean(text),
      shown: shownOf(units),
    });
    setLeaf(null);
    setTyped("");
    done();
  };
  const sent = refused?.command.kind === "try_leaf" ? refused.command.outcome : null;
  return (
    <div className="space-y-3">
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
      <p id="other-leaf" className="pb-1 text-sm font-bold">
        Leaf in hand, {clearanceUnit(units)} (tap another one if you hold it)
      </p>
      <div role="group" aria-labelledby="other-leaf" className="flex flex-wrap gap-2">
        {cell.chips.map(({ um }) => (
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
      <div className="max-w-60">
        <TextField
          label="Or type a leaf"
          problem={problem}
          value={typed}
          placeholder="0.12 or 4.5 thou"
          onChange={(event) => setTyped(event.target.value)}
          onChoose={sent ? (choice) => say(sent, choice) : undefined}
        />
      </div>
    </div>
  );
}

function Places(props: { gauging: GaugingView; cell: CellView; onPick: (key: string) => void }) {
  const { gauging, cell, onPick } = props;
  return (
    <div role="group" aria-label="Places and rows" className="grid grid-cols-2 gap-2 sm:grid-cols-3">
      {gauging.cells.map((other) => (
        <button
          key={keyOf(other)}
          type="button"
          aria-pressed={other === cell}
          onClick={() => onPick(keyOf(other))}
          className="min-h-14 rounded-sm border-2 border-rule bg-sheet px-3 py-1 text-left aria-pressed:border-ink aria-pressed:shadow-[inset_0_-5px_0_var(--mark)]"
        >
          <span className="block text-sm">
            Place {other.place}, {other.row}
          </span>
          <Bracket cell={other} />
        </button>
      ))}
    </div>
  );
}

function Finish({ gauging, tap, main = false }: { gauging: GaugingView; tap: Tap; main?: boolean }) {
  const ready = gauging.cells.some((other) => other.closed || other.nothing_passed);
  const words = main
    ? "Finish this gauging"
    : ready
      ? "Finish with what is bracketed"
      : "Finish: bracket one place first";
  return (
    <Button
      kind={main ? "main" : "plain"}
      data-main={main || undefined}
      disabled={!ready}
      onClick={() => tap({ kind: "close_gauging" })}
    >
      {words}
    </Button>
  );
}

function Bracket({ cell }: { cell: CellView }) {
  const { units } = useSettings();
  if (cell.contradiction) return <b className="text-oxide">▲ contradicts</b>;
  if (cell.nothing_passed) return <b className="text-oxide">▲ no measurable clearance</b>;
  if (cell.low_um === null && cell.high_um === null) return <span className="text-soft">not yet</span>;
  const low = cell.low_um === null || cell.low_um === undefined ? "?" : clearanceBare(cell.low_um, units);
  const high = cell.high_um === null || cell.high_um === undefined ? "?" : clearanceBare(cell.high_um, units);
  return (
    <b className="text-dye">
      {low} to {high} {clearanceUnit(units)}
      {cell.closed && !cell.next_leaf ? <span aria-label="bracketed"> ✓</span> : null}
    </b>
  );
}
