/** One job in the list. */
import { Link } from "react-router";
import { type JobSummary } from "../../api";
import { moment } from "../../ui";

const WIDEST = 256;

/** Where each stage's dot lies: all of them are in sight, closer together where there are many. */
export function dotsOf(count: number): { wide: number; at: number[] } {
  const step = count > 1 ? Math.min(20, (WIDEST - 16) / (count - 1)) : 0;
  return {
    wide: 16 + step * (count - 1),
    at: Array.from({ length: count }, (_, index) => 8 + step * index),
  };
}

export function JobStrip({ job }: { job: JobSummary }) {
  const at = job.stage_at - 1;
  const stopped = job.status === "stopped";
  const dots = dotsOf(job.stage_of);
  return (
    <li>
      <Link
        to={`/jobs/${job.id}`}
        className="sheet grid gap-x-5 gap-y-2 p-4 hover:bg-wash sm:grid-cols-[5rem_1fr_17rem] sm:items-center"
      >
        <span className="font-mono text-3xl font-bold leading-none">{job.number}</span>
        <span>
          <span className="block text-lg font-bold leading-snug">{job.title}</span>
          <span className="block text-sm text-soft">
            {job.machine}, {job.position}
          </span>
          <span className="block text-sm">{job.bearing}</span>
        </span>
        <span>
          <svg viewBox={`0 0 ${dots.wide} 16`} width={dots.wide} height="16" aria-hidden>
            <path d={`M8 8H${dots.at.at(-1)}`} stroke="var(--ink)" strokeWidth="1.5" />
            {dots.at.map((x, index) => (
              <circle
                key={index}
                cx={x}
                cy="8"
                r={index === at ? 7 : 4.5}
                fill={
                  index < at
                    ? "var(--ink)"
                    : index === at
                      ? stopped
                        ? "var(--oxide)"
                        : "var(--mark)"
                      : "var(--sheet)"
                }
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            ))}
          </svg>
          <span className={`block pt-1 text-sm font-bold ${stopped ? "text-oxide" : ""}`}>
            {stopped ? "Stopped at: " : "Now: "}
            {job.stage}
          </span>
          <span className="block text-sm text-soft">
            {job.who ? `${job.who}, ` : ""}
            {job.events === 1 ? "1 entry" : `${job.events} entries`}, last {moment(job.updated_at)}
          </span>
        </span>
      </Link>
    </li>
  );
}
