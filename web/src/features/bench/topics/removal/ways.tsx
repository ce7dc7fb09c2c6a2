/** Every way to take it off, the best first, with what speaks for it and against it here. */
import { useState } from "react";
import { Button, NamedReason, Say, VerdictMark } from "../../../../ui";
import type { RemovalProps, RemovalWork } from "./panel";

type Way = RemovalWork["ways"][number];

export function Ways({ work, tap }: RemovalProps) {
  const [against, setAgainst] = useState<Way | null>(null);
  return (
    <section aria-label="Ways to take it off">
      <ul>
        {work.ways.map((way, at) => (
          <li
            key={way.value}
            className="flex flex-wrap items-start justify-between gap-x-4 border-b border-rule py-2 last:border-b-0"
          >
            <div className="min-w-0 flex-1 basis-64">
              <p className="flex flex-wrap items-center gap-x-3">
                <b className={work.chosen === way.value ? "marker px-1" : ""}>{way.words}</b>
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
            {work.chosen === way.value ? (
              <span className="py-3 font-bold">chosen</span>
            ) : (
              <Button
                kind={at === 0 && !work.chosen ? "main" : "quiet"}
                data-main={(at === 0 && !work.chosen) || undefined}
                onClick={() =>
                  ["good", "watch"].includes(way.verdict.level)
                    ? tap({ kind: "choose_way", way: way.value })
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
        description={`${against?.verdict.reason ?? ""} It stands in the record with your name.`}
        action="Decide so"
        open={against !== null}
        onClose={() => setAgainst(null)}
        onDecide={(name, reason) => {
          if (against) tap({ kind: "choose_way", way: against.value, decided_by: name, reason });
          setAgainst(null);
        }}
      />
    </section>
  );
}
