/** Every job: those at the bench first, then the finished ones. */
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { ChoiceRow, TextField, moment, useSettings } from "../../ui";
import { JobStrip } from "./job-strip";
import { WhatThisIs } from "./what-this-is";
import { useJobs, More } from "./use-jobs";

export function JobsPage() {
  const [words, setWords] = useState("");
  const search = useDeferredValue(words);
  const { actor } = useSettings();
  // One's own work first; a search looks through everything.
  const [every, setEvery] = useState(false);
  const mine = !every && !search && Boolean(actor);
  const own = useJobs(true, "", actor);
  const jobs = useJobs(true, search);
  const finished = useJobs(false, search);
  const all = jobs.data?.pages.flat() ?? [];
  const open = mine ? (own.data?.pages.flat() ?? []) : all;
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
            The list cannot be fetched now. What was logged is safe; taps made meanwhile wait on
            this device.
          </p>
        ) : null}
        {actor && !search && all.length > 0 ? (
          <div className="pb-4">
            <ChoiceRow
              label="Whose work"
              value={every ? "every" : "mine"}
              onChange={(value) => setEvery(value === "every")}
              options={[
                { value: "mine", label: "My work" },
                { value: "every", label: "Everybody's" },
              ]}
            />
          </div>
        ) : null}
        {mine && own.data && open.length === 0 && all.length > 0 ? (
          <p className="sheet p-5">
            You have no job at the bench. One that is given to you, or that you worked on last,
            stands here.
          </p>
        ) : null}
        {jobs.data && open.length === 0 && search ? (
          <p className="sheet p-5">No open job says that.</p>
        ) : null}
        {jobs.data && all.length === 0 && !search ? <WhatThisIs /> : null}
        <ul className="grid gap-3">
          {open.map((job) => (
            <JobStrip key={job.id} job={job} />
          ))}
        </ul>
        <More pages={mine ? own : jobs} />
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
                    {job.machine}, {job.position}; {job.bearing}; {job.status}{" "}
                    {moment(job.updated_at)}
                    {job.who ? `; ${job.who}` : ""}
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
