/**
 * Every way to lock an insert, weighed for how it works: seen while the plan is made, taken with
 * one tap.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { weighLocks } from "../../api";
import { Button, Earlier, Say, Tick, VerdictMark } from "../../ui";
import type { Given } from "./small-plans";

export function LockWays({ draft, onTake }: { draft: Given; onTake: (lock: string) => void }) {
  const [trapped, setTrapped] = useState(false);
  const duty = {
    rotation: draft.rotation || "unknown",
    load: draft.load || "",
    trapped: trapped ? "yes" : "no",
  };
  const ways = useQuery({
    queryKey: ["locks", duty],
    queryFn: () => weighLocks(duty),
    enabled: Boolean(draft.rotation || draft.load),
    placeholderData: (before) => before,
  });
  if (!ways.data) return null;
  return (
    <section aria-label="Ways to lock it" className="sheet self-start p-4">
      <h2 className="text-xl font-bold">Ways to lock it</h2>
      <Tick label="No end of the shaft can be cleared" checked={trapped} onChange={setTrapped} />
      <Earlier earlier={ways.isPlaceholderData}>
        <ul>
          {ways.data.ways.map((way) => (
            <li key={way.way} className="border-b border-rule py-2 last:border-b-0">
              <div className="flex flex-wrap items-center gap-x-3">
                <b className={draft.lock === way.way ? "marker px-1" : ""}>{way.words}</b>
                <VerdictMark verdict={way.verdict} />
                {way.verdict.level === "stop" ? null : draft.lock === way.way ? (
                  <span className="py-3 font-bold">chosen</span>
                ) : (
                  <Button kind="quiet" onClick={() => onTake(way.way)}>
                    Take it<span className="sr-only">: {way.words}</span>
                  </Button>
                )}
              </div>
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
            </li>
          ))}
        </ul>
      </Earlier>
      <p className="pt-2 text-sm text-soft">{ways.data.note}</p>
    </section>
  );
}
