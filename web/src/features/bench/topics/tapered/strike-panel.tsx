/**
 * Blows on the spanner, as they were struck: the count that was said with one tap, or another; by
 * the same hand and tool, or not.
 */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, Tick, clearance, useSettings } from "../../../../ui";
import { Row, type Tap } from "./parts";

const COUNTS = [1, 2, 3, 4, 5, 6, 8, 10];
const words = (count: number) => (count === 1 ? "One blow" : `${count} blows`);

export function StrikePanel({ work, tap }: { work: Tapered; tap: Tap }) {
  const { units } = useSettings();
  const { blows } = work;
  const [other, setOther] = useState(blows?.another_tool ?? false);
  if (!blows) return null;
  const struck = (count: number, same: boolean) => {
    tap({ kind: "strike_blows", blows: count, same });
    setOther(false);
  };
  const first = blows.struck === 0;
  const proposed = blows.asked;
  const how = first || other ? "" : ", like the last";
  return (
    <div className="space-y-3 pt-4">
      {proposed ? (
        <Button kind="main" data-main className="text-lg" onClick={() => struck(proposed, !other)}>
          {words(proposed)} struck{how}
        </Button>
      ) : null}
      <div role="group" aria-label="Blows struck">
        <p className="pb-1 text-sm font-bold">
          {proposed ? "Struck otherwise" : first ? "Struck" : "More blows struck"}
        </p>
        <Row>
          {COUNTS.filter((count) => count !== proposed).map((count) => (
            <Button
              key={count}
              aria-label={`${words(count)} struck`}
              onClick={() => struck(count, !other)}
            >
              {count}
            </Button>
          ))}
        </Row>
      </div>
      {first ? null : (
        <Tick
          label="By another hand, hammer or spanner than the last: what a blow takes is learned anew"
          checked={other}
          onChange={setOther}
        />
      )}
      <p className="text-sm text-soft">{taken()}</p>
    </div>
  );

  function taken(): string {
    if (!blows || first) return "No blow logged yet. Nobody needs to count a turn.";
    const sum = `${words(blows.struck)} so far${blows.since ? `, ${blows.since} since the last gauging` : ""}.`;
    if (blows.mean_um === null || blows.most_um === null)
      return `${sum} What one takes is not known yet: two gaugings a feeler step apart tell.`;
    const um = (value: number) => clearance(value, units);
    return `${sum} One takes ${um(blows.mean_um)} as it was gauged, at most ${um(blows.most_um)}.`;
  }
}
