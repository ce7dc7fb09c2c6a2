/**
 * Every way to do it, the best first, with what speaks for it and against it here; one that stops
 * is taken by name only.
 */
import { useState } from "react";
import type { Verdict } from "../../api";
import { Button, NamedReason, Say, VerdictMark } from "../../ui";

interface Weighed<Value extends string> {
  value: Value;
  words: string;
  verdict: Verdict;
  reasons: string[];
  against: string[];
}

export function WeighedWays<Value extends string>(props: {
  label: string;
  ways: Weighed<Value>[];
  chosen: Value | null;
  onTake: (way: Value, decidedBy?: string, reason?: string) => void;
}) {
  const { label, ways, chosen, onTake } = props;
  const [against, setAgainst] = useState<Weighed<Value> | null>(null);
  return (
    <section aria-label={label}>
      <ul>
        {ways.map((way, at) => (
          <li
            key={way.value}
            className="flex flex-wrap items-start justify-between gap-x-4 border-b border-rule py-2 last:border-b-0"
          >
            <div className="min-w-0 flex-1 basis-64">
              <p className="flex flex-wrap items-center gap-x-3">
                <b className={chosen === way.value ? "marker px-1" : ""}>{way.words}</b>
                <VerdictMark verdict={way.verdict} />
              </p>
              {way.reasons.map((reason) => (
                <p key={reason} className="text-sm">
                  <span className="text-soft">For:</span> <Say>{reason}</Say>
                </p>
              ))}
              {way.against.map((reason) => (
                <p key={reason} className="text-sm">
                  <span className="text-soft">Against:</span> <Say>{reason}</Say>
                </p>
              ))}
            </div>
            {chosen === way.value ? (
              <span className="py-3 font-bold">chosen</span>
            ) : (
              <Button
                kind={at === 0 && !chosen ? "main" : "quiet"}
                data-main={(at === 0 && !chosen) || undefined}
                onClick={() =>
                  ["good", "watch"].includes(way.verdict.level)
                    ? onTake(way.value)
                    : setAgainst(way)
                }
              >
                Take this way<span className="sr-only">: {way.words}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <NamedReason
        title={`Take this way: ${against?.words ?? ""}`}
        description={`${against?.verdict.reason ?? ""} This goes in the record under your name.`}
        action="Decide so"
        open={against !== null}
        onClose={() => setAgainst(null)}
        onDecide={(name, reason) => {
          if (against) onTake(against.value, name, reason);
          setAgainst(null);
        }}
      />
    </section>
  );
}
