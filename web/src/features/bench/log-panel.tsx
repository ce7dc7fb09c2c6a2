/** The log: every entry, newest first; corrections beside what they replace. */
import { useState } from "react";
import type { LogLine, TurnUnit } from "../../api";
import { Button, Say, moment } from "../../ui";
import type { Tap } from "./action-panel";
import { Correction } from "./correction";

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
                {line.clock_off ? " by a clock that is off" : ""}
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
