/** One job in the list. */
import { Link } from "react-router";
import { type JobSummary } from "../../api";
import { moment } from "../../ui";

export function JobStrip({ job }: { job: JobSummary }) {
  const at = job.stage_at - 1;
  const stopped = job.status === "stopped";
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
          <svg viewBox="0 0 136 16" className="h-4 w-34" aria-hidden>
            <path d={`M8 8H${8 + 20 * (job.stage_of - 1)}`} stroke="var(--ink)" strokeWidth="1.5" />
            {Array.from({ length: job.stage_of }, (_, index) => (
              <circle
                key={index}
                cx={8 + index * 20}
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
            {job.events === 1 ? "1 entry" : `${job.events} entries`}, last {moment(job.updated_at)}
          </span>
        </span>
      </Link>
    </li>
  );
}
