/** What goes along before the round begins: ticked off, and folded away once it is. */
import type { Command, Walk } from "../../api";
import { Tick } from "../../ui";

export function SetOut(props: {
  walk: Walk;
  taps: { at: string; command: Command }[];
  tap: (command: Command, at: string) => void;
}) {
  const { walk, taps, tap } = props;
  const waiting = new Set(
    taps.flatMap(({ command }) => (command.kind === "tick_step" ? [command.step] : [])),
  );
  const steps = walk.set_out.map(({ step, done }) => ({ step, done: done || waiting.has(step) }));
  const begun = walk.stops.some(({ state }) => state !== "open");
  const left = steps.filter(({ done }) => !done).length;
  return (
    <details className="sheet px-4 py-1" open={left > 0 && !begun}>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        {left > 0 ? "Before setting out" : "✓ Set out"}
        {walk.grease_g === null ? "" : `: about ${walk.grease_g} g of grease in all`}
      </summary>
      {steps.map(({ step, done }) => (
        <Tick
          key={step}
          label={step}
          checked={done}
          onChange={(checked) =>
            tap({ kind: "tick_step", stage: "set_out", step, done: checked }, "")
          }
        />
      ))}
    </details>
  );
}
