/**
 * A bearing position over the years: what is due, what was done, how warm it ran, which jobs it has
 * seen.
 */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { AwayError, getPosition, type PositionView } from "../../api";
import { WarmthOverYears } from "../../charts";
import { moment } from "../../ui";
import { IntoRounds, LargeSeal } from "./into-rounds";

export function PositionPage() {
  const { id = "" } = useParams();
  const { data, error } = useQuery({ queryKey: ["position", id], queryFn: () => getPosition(id) });
  if (error && !data)
    return (
      <p className="sheet p-4">
        {error instanceof AwayError ? error.why : "The plant has no such position."}
      </p>
    );
  if (!data) return <p className="p-6">Opening …</p>;
  const warm = data.history.filter(({ warm_c }) => warm_c !== null);
  return (
    <div className="mx-auto max-w-5xl space-y-6">
      <div>
        <h1 className="text-2xl font-bold">
          {data.machine}, {data.position}
        </h1>
        <p className="text-soft">{[data.route, data.designation].filter(Boolean).join(" · ")}</p>
      </div>
      <Due position={data} />
      {warm.length > 1 ? (
        <section aria-label="Temperature over the years" className="sheet p-3">
          <h2 className="font-bold">Temperature of the housing</h2>
          <WarmthOverYears readings={warm.map(({ on, warm_c }) => ({ on, warm: warm_c ?? 0 }))} />
        </section>
      ) : null}
      <History position={data} />
      <Jobs position={data} />
      <LargeSeal position={data.id} />
    </div>
  );
}

function Due({ position }: { position: PositionView }) {
  if (position.due.length === 0)
    return (
      <section className="sheet space-y-3 p-4" aria-label="What is due">
        <p>
          Nothing is due here yet. A job at this bearing puts it into the rounds, under Keep; or
          now:
        </p>
        <IntoRounds position={position.id} />
      </section>
    );
  return (
    <section aria-label="What is due" className="sheet space-y-2 p-4">
      <h2 className="text-xl font-bold">Due</h2>
      <p>{position.kept}</p>
      <ul>
        {position.due.map((due) => (
          <li
            key={due.kind}
            className="flex flex-wrap justify-between gap-x-6 border-t border-rule py-2"
          >
            <span>{due.words}</span>
            <b className={due.late ? "figures text-oxide" : "figures"}>
              {due.late ? "▲ late: " : ""}
              {due.day ? `by ${due.day}` : "no day known"}
            </b>
            {due.over ? (
              <span className="w-full font-bold text-oxide">▲ too much grease: {due.over}</span>
            ) : null}
          </li>
        ))}
      </ul>
      <a
        className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        href={`/api/positions/${encodeURIComponent(position.id)}/due.ics`}
      >
        Into a calendar
      </a>
    </section>
  );
}

function History({ position }: { position: PositionView }) {
  if (position.history.length === 0) return null;
  return (
    <section aria-label="What was done">
      <h2 className="border-b-2 border-ink pb-1 text-xl font-bold">What was done</h2>
      <ul>
        {position.history.map((line, at) => (
          <li key={at} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
            <b className="figures min-w-[7rem]">{line.on}</b>
            <span className="min-w-[9rem] grow">
              {line.what}
              {line.text ? `: ${line.text}` : ""}
              {line.given_g === null ? "" : ` (${line.given_g} g)`}
              {line.found.map((found) => (
                <span key={found} className="block font-bold text-care">
                  △ {found}
                </span>
              ))}
            </span>
            <span className="figures">{line.warm_c === null ? "" : `${line.warm_c} °C`}</span>
            <span className="text-soft">{line.by}</span>
            <a
              className="inline-flex min-h-11 items-center text-dye underline underline-offset-4"
              href={`/api/jobs/${line.job_id}/record.html`}
            >
              record {line.number}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Jobs({ position }: { position: PositionView }) {
  const jobs = position.jobs.filter(({ round }) => !round);
  if (jobs.length === 0) return null;
  return (
    <section aria-label="Jobs">
      <h2 className="border-b-2 border-ink pb-1 text-xl font-bold">Jobs</h2>
      <ul>
        {jobs.map((job) => (
          <li key={job.id} className="border-b border-rule">
            <Link
              to={`/jobs/${job.id}`}
              className="flex min-h-12 flex-wrap items-center gap-x-4 hover:bg-wash"
            >
              <b>{job.number}</b>
              <span className="grow">{job.title}</span>
              <span className="text-soft">
                {job.status} {moment(job.updated_at)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
