/** The log: every entry, newest first; corrections beside what they replace. */
import { useState } from "react";
import type { LogLine, Outcome, TurnUnit } from "../../api";
import { Button, ChoiceRow, Overlay, Say, TextField, inUnits, moment, useSettings } from "../../ui";
import type { Tap } from "./action-panel";
import { UNIT_WORDS } from "./turn-panel";

const SHORT = 5;

export function LogPanel({ log, ways, tap }: { log: LogLine[]; ways: TurnUnit[]; tap: Tap }) {
  const [all, setAll] = useState(false);
  const [target, setTarget] = useState<LogLine | null>(null);
  const newest = [...log].reverse();
  const shown = all ? newest : newest.slice(0, SHORT);
  return (
    <section className="sheet px-4 py-3" aria-labelledby="log">
      <h2 id="log" className="font-bold">
        Log
      </h2>
      <ol reversed>
        {shown.map((line) => (
          <li
            key={line.seq}
            className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1 last:border-b-0"
          >
            <div className="min-w-0 flex-1 basis-64">
              <span className="pr-2 font-mono text-sm text-soft">{line.seq}</span>
              {line.corrected ? (
                <>
                  <s className="text-soft">
                    <Say>{line.text}</Say>
                  </s>{" "}
                  <b>
                    Corrected: <Say>{line.replaced_by}</Say>
                  </b>{" "}
                  ({line.reason})
                </>
              ) : (
                <Say>{line.text}</Say>
              )}
              <span className="block text-sm text-soft">
                {line.actor}, {moment(line.happened_at)}
              </span>
            </div>
            {line.correctable ? (
              <Button kind="quiet" onClick={() => setTarget(line)}>
                Correct<span className="sr-only"> entry {line.seq}</span>
              </Button>
            ) : null}
          </li>
        ))}
      </ol>
      {log.length > SHORT ? (
        <Button kind="quiet" onClick={() => setAll(!all)}>
          {all ? "Show the newest only" : `Show all ${log.length} entries`}
        </Button>
      ) : null}
      {target ? (
        <Correction key={target.seq} line={target} ways={ways} onClose={() => setTarget(null)} tap={tap} />
      ) : null}
    </section>
  );
}

function Correction(props: { line: LogLine; ways: TurnUnit[]; onClose: () => void; tap: Tap }) {
  const { line, ways, onClose, tap } = props;
  const { units } = useSettings();
  const reading = line.kind === "leaf_tried";
  const [leaf, setLeaf] = useState("");
  const [outcome, setOutcome] = useState("");
  const [amount, setAmount] = useState("");
  const [unit, setUnit] = useState<TurnUnit>(
    line.kind === "nut_turned" || !ways.includes("rim") ? "degrees" : "rim",
  );
  const [reason, setReason] = useState("");
  const changes = reading ? Boolean(leaf.trim() || outcome) : Boolean(amount.trim());
  const send = (withdraw: boolean) => {
    tap({
      kind: "correct",
      target: line.seq,
      reason,
      leaf: !withdraw && reading && leaf.trim() ? leaf : null,
      outcome: !withdraw && reading && outcome ? (outcome as Outcome) : null,
      amount: !withdraw && !reading && amount.trim() ? amount : null,
      unit: !withdraw && !reading ? unit : null,
    });
    onClose();
  };
  return (
    <Overlay
      title={`Correct entry ${line.seq}`}
      description={`${inUnits(line.text, units)} The old entry stays readable.`}
      open
      onClose={onClose}
    >
      {reading ? (
        <>
          <ChoiceRow
            label="It should have been"
            value={outcome}
            onChange={setOutcome}
            options={["passes", "drags", "does not pass"].map((value) => ({ value, label: value }))}
          />
          <TextField
            label="Other leaf (empty: the same)"
            value={leaf}
            placeholder="0.12 or 4.5 thou"
            onChange={(event) => setLeaf(event.target.value)}
          />
        </>
      ) : (
        <>
          <ChoiceRow
            label="In"
            value={unit}
            onChange={(value) => setUnit(value as TurnUnit)}
            options={ways.map((value) => ({ value, label: UNIT_WORDS[value] }))}
          />
          <TextField
            label="It should have been"
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
          />
        </>
      )}
      <TextField
        label="What was wrong"
        value={reason}
        placeholder="read the wrong leaf"
        onChange={(event) => setReason(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" disabled={!changes || !reason.trim()} onClick={() => send(false)}>
          Correct it
        </Button>
        <Button kind="stop" disabled={!reason.trim()} onClick={() => send(true)}>
          Withdraw the entry
        </Button>
      </div>
    </Overlay>
  );
}
