/** Every job: those at the bench first, then the finished ones. */
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { JOBS_PAGE, getJobs, type JobSummary } from "../../api";
import { Button, TextField, moment } from "../../ui";

export function JobsPage() {
  const [words, setWords] = useState("");
  const search = useDeferredValue(words);
  const jobs = useJobs(true, search);
  const finished = useJobs(false, search);
  const open = jobs.data?.pages.flat() ?? [];
  const kept = finished.data?.pages.flat() ?? [];
  return (
    <div className="mx-auto max-w-5xl space-y-8">
      <section aria-labelledby="at-bench">
        <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
          <h1 id="at-bench" className="text-2xl font-bold">
            At the bench
          </h1>
          <Link
            to="/plan"
            className="inline-flex min-h-12 items-center border-2 border-ink bg-mark px-5 font-bold text-on-mark"
          >
            Plan a mounting
          </Link>
        </div>
        <div className="max-w-md pb-4">
          <TextField
            label="Find a job"
            placeholder="machine, position, bearing or number"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </div>
        {jobs.isError ? (
          <p className="sheet p-4">
            The list cannot be fetched now. What was logged is safe; taps made meanwhile wait on this device.
          </p>
        ) : null}
        {jobs.data && open.length === 0 && search ? (
          <p className="sheet p-5">No open job says that.</p>
        ) : null}
        {jobs.data && open.length === 0 && !search ? (
          <p className="sheet p-5">
            No job is open. Plan a mounting: choose the machine and the bearing, and the targets are worked
            out before you walk to it.
          </p>
        ) : null}
        <ul className="grid gap-3">
          {open.map((job) => (
            <JobStrip key={job.id} job={job} />
          ))}
        </ul>
        <More pages={jobs} />
      </section>
      {kept.length > 0 ? (
        <section aria-labelledby="logbook">
          <h2 id="logbook" className="pb-3 text-xl font-bold">
            Logbook
          </h2>
          <ul className="border-t-2 border-ink">
            {kept.map((job) => (
              <li key={job.id} className="flex flex-wrap items-center gap-x-6 border-b border-rule">
                <Link to={`/jobs/${job.id}`} className="min-h-12 grow py-3 hover:bg-wash">
                  <b>{job.number}</b> {job.title}
                  <span className="block text-sm text-soft">
                    {job.machine}, {job.position}; {job.bearing}; {job.status} {moment(job.updated_at)}
                  </span>
                </Link>
                <a
                  href={`/api/jobs/${job.id}/record.html`}
                  className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
                >
                  Record<span className="sr-only"> of job {job.number}</span>
                </a>
              </li>
            ))}
          </ul>
          <More pages={finished} />
        </section>
      ) : finished.data && search ? (
        <p>No finished job says that.</p>
      ) : null}
    </div>
  );
}

type Pages = ReturnType<typeof useJobs>;

/** Jobs at the bench, or finished ones, page by page. Only a first page that stands alone is asked for again and again. */
function useJobs(live: boolean, words: string) {
  return useInfiniteQuery({
    queryKey: ["jobs", live, words],
    queryFn: ({ pageParam }) => getJobs(live, words, pageParam),
    initialPageParam: undefined as JobSummary | undefined,
    getNextPageParam: (page) => (page.length === JOBS_PAGE ? page.at(-1) : undefined),
    refetchInterval: ({ state }) => (live && state.data?.pages.length === 1 ? 20_000 : false),
    placeholderData: keepPreviousData,
  });
}

function More({ pages }: { pages: Pages }) {
  if (!pages.hasNextPage) return null;
  return (
    <div className="pt-4">
      <Button disabled={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
        {pages.isFetchingNextPage ? "Fetching …" : "Show more"}
      </Button>
    </div>
  );
}

function JobStrip({ job }: { job: JobSummary }) {
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
