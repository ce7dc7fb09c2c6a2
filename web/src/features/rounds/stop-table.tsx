/**
 * The stops that were asked for: where, what, by when, and what stands out; each can be left out of
 * the round that is opened. One that stands in an open round already is no part of another.
 */
import { useState } from "react";
import { Link } from "react-router";
import type { Rounds } from "../../api";
import { Button } from "../../ui";
import { MoveStop } from "./move-stop";

export function StopTable(props: {
  found: Rounds;
  /** Positions left out of the round; none where none is opened from here. */
  left: ReadonlySet<string> | null;
  onLeft: (left: ReadonlySet<string>) => void;
}) {
  const { found, left, onLeft } = props;
  const [moving, setMoving] = useState("");
  if (found.stops.length === 0) return null;
  const turn = (position: string) => {
    const next = new Set(left);
    if (!next.delete(position)) next.add(position);
    onLeft(next);
  };
  return (
    <>
      <ul className="border-t-2 border-ink">
        {found.stops.map((stop) => (
          <li
            key={keyOf(stop)}
            className={`flex flex-wrap items-start gap-x-2 border-b border-rule py-1 ${left?.has(stop.position_id) ? "text-soft" : ""}`}
          >
            {left ? (
              <label className="flex size-12 shrink-0 items-center justify-center">
                <input
                  type="checkbox"
                  className="size-6 accent-[var(--dye)]"
                  aria-label={`In the round: ${stop.machine}, ${stop.position}`}
                  disabled={isTaken(stop)}
                  checked={!left.has(stop.position_id) && !isTaken(stop)}
                  onChange={() => turn(stop.position_id)}
                />
              </label>
            ) : null}
            <div className="grid min-w-0 flex-1 items-center gap-x-4 sm:grid-cols-[minmax(0,1.6fr)_minmax(0,1.1fr)_minmax(0,0.8fr)_minmax(0,0.6fr)]">
              <Link
                to={`/plant/${stop.position_id}`}
                className="inline-flex min-h-12 flex-col justify-center hover:bg-wash"
              >
                <b>{stop.machine}</b>
                <span>{stop.position}</span>
              </Link>
              <span>
                {stop.words}
                {isTaken(stop) ? <b className="block">in round {stop.in_round}</b> : null}
                {stop.moved ? <span className="block text-sm text-soft">{stop.moved}</span> : null}
              </span>
              <span className="figures">
                by {stop.due_on}
                <span className="block text-sm text-soft">
                  {stop.by_hours ? "by running hours" : "by days"}
                </span>
              </span>
              <span className="font-bold text-oxide">
                {stop.late ? "▲ late" : ""}
                {stop.over ? <span className="block">▲ too much: {stop.over}</span> : null}
                <Button
                  kind="quiet"
                  aria-expanded={moving === keyOf(stop)}
                  onClick={() => setMoving(moving === keyOf(stop) ? "" : keyOf(stop))}
                >
                  Move
                  <span className="sr-only">
                    {" "}
                    {`${stop.machine}, ${stop.position}`} to another week
                  </span>
                </Button>
              </span>
            </div>
            {moving === keyOf(stop) ? (
              <MoveStop stop={stop} weeks={found.weeks} onDone={() => setMoving("")} />
            ) : null}
          </li>
        ))}
      </ul>
      {found.more > 0 ? (
        <p className="text-soft">and {found.more} more: choose a route or a crew</p>
      ) : null}
    </>
  );
}

/** Whether an open round has it already. */
export const isTaken = (stop: Rounds["stops"][number]) => typeof stop.in_round === "number";
const keyOf = (stop: Rounds["stops"][number]) => `${stop.position_id}.${stop.week}`;
