/**
 * Into its base: who lowers and who guides, what holds the weight, seal rings in their grooves, the
 * locating ring in or not.
 */
import { useState } from "react";
import { asked, choicesOf, type Command, type Work } from "../../../../api";
import { Button, ChoiceRow, Tick, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";

type LoweringWork = Extract<Work, { topic: "lowering" }>;
type Lower = Extract<Command, { kind: "lower_in" }>;

const EMPTY = { who: "", weight: "", shift: "" };

export function LoweringPanel({
  work,
  tap,
  refused,
}: {
  work: LoweringWork;
  tap: Tap;
  refused: Refused;
}) {
  const [again, setAgain] = useState(false);
  return (
    <div className="pt-4">
      {work.verdicts.map((verdict) => (
        <p key={verdict.word} className="pb-3">
          <VerdictMark verdict={verdict} /> <span className="text-sm">{verdict.reason}</span>
        </p>
      ))}
      {work.asks === "lower_in" || again ? (
        <Down
          work={work}
          refused={refused}
          tap={(said) => {
            tap(said);
            setAgain(false);
          }}
        />
      ) : work.verdicts.length > 0 ? (
        <Button onClick={() => setAgain(true)}>Lowered again</Button>
      ) : null}
    </div>
  );
}

function Down({ work, tap, refused }: { work: LoweringWork; tap: Tap; refused: Refused }) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "lower_in");
  const [liftedBy, setLiftedBy] = useState<Lower["lifted_by"] | "">("");
  const [ring, setRing] = useState<Lower["ring"] | "">("");
  const [guided, setGuided] = useState(false);
  const shift =
    work.shift_mm === null ? undefined : `by its rings ${Math.abs(work.shift_mm).toFixed(1)} mm`;
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!liftedBy || !ring) return;
        tap({
          kind: "lower_in",
          who: entry.text("who"),
          lifted_by: liftedBy,
          guided,
          ring,
          weight: entry.text("weight"),
          shift: entry.text("shift"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <p className="text-sm">At the shaft line: {work.floats_words}.</p>
      <ChoiceRow
        label={asked("lower_in", "lifted_by").label}
        value={liftedBy}
        onChange={(value) => setLiftedBy(value as Lower["lifted_by"])}
        options={choicesOf("lower_in", "lifted_by")}
      />
      <Tick label={asked("lower_in", "guided").label} checked={guided} onChange={setGuided} />
      <ChoiceRow
        label={asked("lower_in", "ring").label}
        value={ring}
        onChange={(value) => setRing(value as Lower["ring"])}
        options={choicesOf("lower_in", "ring")}
      />
      <EntryText entry={entry} name="who" />
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="weight" />
        <EntryText entry={entry} name="shift" hint={shift} />
      </div>
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!liftedBy || !ring || !entry.text("who").trim()}
      >
        Down in its base
      </Button>
    </form>
  );
}
