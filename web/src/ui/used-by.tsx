/**
 * Jobs that were worked out with an earlier version of a row or a sheet: asked for, as it looks
 * through every log.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { getUsed } from "../api";
import { Button } from "./controls";
import { day } from "./format";

export function UsedBy({ path, what }: { path: string; what: string }) {
  const [wanted, setWanted] = useState(false);
  const used = useQuery({
    queryKey: ["used", path],
    queryFn: () => getUsed(path),
    enabled: wanted,
    staleTime: 0,
  });
  if (!wanted)
    return <Button onClick={() => setWanted(true)}>Which jobs rest on an earlier one?</Button>;
  if (used.isError) return <p role="alert">▲ The jobs cannot be looked through now; try again.</p>;
  if (!used.data) return <p>Looking through the jobs …</p>;
  const { jobs, more, named = true } = used.data;
  const open = jobs.filter((job) => job.live).length;
  return (
    <section aria-label={`Jobs that rest on an earlier ${what}`}>
      <p className="font-bold">
        {jobs.length === 0
          ? named
            ? `No log here names an earlier ${what}.`
            : ""
          : `△ ${jobs.length} ${jobs.length === 1 ? "job rests" : "jobs rest"} on an earlier ${what}` +
            (open ? `; ${open} not finished: look at the plan there before going on.` : ".")}
      </p>
      {named ? null : (
        <p>
          △ The logs do not name this table: which jobs used the {what} cannot be told from them.
          Look through the jobs with such parts.
        </p>
      )}
      <ul>
        {jobs.map((job) => (
          <li key={job.job_id} className="border-t border-rule py-1">
            <Link
              className="inline-flex min-h-11 items-center text-dye underline underline-offset-4"
              to={`/jobs/${job.job_id}`}
            >
              Job {job.number}: {job.machine}, {job.position}
            </Link>
            <span className="block text-sm text-soft">
              {job.title}; {job.status}; worked out on {day(job.planned_at)} with version{" "}
              {job.version}
            </span>
          </li>
        ))}
      </ul>
      {more ? <p>There are more, older ones.</p> : null}
    </section>
  );
}
