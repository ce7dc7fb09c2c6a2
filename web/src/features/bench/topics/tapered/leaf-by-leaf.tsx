/** A place bracketed leaf by leaf: what passes, what drags, what does not; by tap or by key. */
import { useState } from "react";
import type { Outcome } from "../../../../api";
import { Button, TextField, clearanceBare, clearanceUnit, useSettings } from "../../../../ui";
import { shownOf, type Way } from "./gauging-parts";
import { useTyped } from "./use-typed";

const OUTCOMES: { value: Outcome; label: string; hotkey: string }[] = [
  { value: "passes", label: "Passes", hotkey: "1" },
  { value: "drags", label: "Light drag", hotkey: "2" },
  { value: "does not pass", label: "Does not pass", hotkey: "3" },
];

export function LeafByLeaf({ cell, tap, busy, refused, done }: Way) {
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
        <div role="group" aria-label="What the feeler does" className="grid grid-cols-3 gap-2">
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
        Feeler in hand, {clearanceUnit(units)} (tap another one if you hold it)
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
            className="min-h-12 min-w-16 rounded-sm border-2 border-edge bg-sheet px-2 text-lg aria-pressed:border-ink aria-pressed:bg-mark aria-pressed:font-bold aria-pressed:text-on-mark"
          >
            {clearanceBare(um, units)}
          </button>
        ))}
      </div>
      <div className="max-w-60">
        <TextField
          label="Or type a feeler"
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
