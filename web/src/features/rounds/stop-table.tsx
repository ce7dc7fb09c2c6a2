/** The stops that were asked for: where, what, by when, and what stands out. */
import { Link } from "react-router";
import type { Rounds } from "../../api";

export function StopTable({ found }: { found: Rounds }) {
  if (found.stops.length === 0) return null;
  return (
    <>
      <ul className="border-t-2 border-ink">
        {found.stops.map((stop) => (
          <li
            key={`${stop.position_id}.${stop.week}`}
            className="grid items-center gap-x-4 border-b border-rule py-1 sm:grid-cols-[minmax(13rem,1fr)_13rem_9rem_7rem]"
          >
            <Link
              to={`/plant/${stop.position_id}`}
              className="inline-flex min-h-12 flex-col justify-center hover:bg-wash"
            >
              <b>{stop.machine}</b>
              <span>{stop.position}</span>
            </Link>
            <span>{stop.words}</span>
            <span className="figures">
              by {stop.due_on}
              <span className="block text-sm text-soft">
                {stop.by_hours ? "by running hours" : "by days"}
              </span>
            </span>
            <span className="font-bold text-oxide">
              {stop.late ? "▲ late" : ""}
              {stop.over ? <span className="block">▲ too much: {stop.over}</span> : null}
            </span>
          </li>
        ))}
      </ul>
      {found.more > 0 ? <p className="text-soft">and {found.more} more: choose a route or a crew</p> : null}
    </>
  );
}
