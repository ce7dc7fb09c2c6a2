/** Steps of a stage, ticked off one by one; every tick is an entry of the log. */
import type { Work } from "../../api";
import { Tick } from "../../ui";
import type { Tap } from "./parts";

type TicksWork = Extract<Work, { topic: "ticks" }>;

export function TicksPanel({ stage, work, tap }: { stage: string; work: TicksWork; tap: Tap }) {
  if (work.steps.length === 0) return null;
  return (
    <div className="pt-3">
      {work.steps.map(({ step, by }) => (
        <div key={step} className="border-b border-rule last:border-b-0">
          <Tick
            label={by ? `${step} (${by})` : step}
            checked={by !== ""}
            onChange={(done) => tap({ kind: "tick_step", stage, step, done })}
          />
        </div>
      ))}
    </div>
  );
}
