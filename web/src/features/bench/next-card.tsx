/** The one next move: the biggest thing on the page, why, and what could go wrong. */
import { Link } from "react-router";
import type { Bench, OutlinedTask } from "../../api";
import { Picture } from "../../drawing";
import { Say, VerdictMark, WordsHere } from "../../ui";
import { showOf, type JobAccess } from "./use-job";
import type { Words } from "./use-outline";
import { SheetsHere } from "./sheets-here";
import { ReadAloud } from "./read-aloud";
import { UndoLine } from "./undo-line";
import { WorkPanel } from "./work-panel";

export function NextCard({ bench, words, job }: { bench: Bench; words: Words; job: JobAccess }) {
  const { next } = bench;
  const stop = next.stops;
  return (
    <section
      aria-labelledby="next-move"
      className={`sheet p-3 sm:p-4 ${stop ? "border-4 border-oxide" : ""}`}
    >
      {bench.work.topic === "tapered" && bench.work.final && bench.work.stage === "final_check" ? (
        <p className="pb-2">
          <VerdictMark verdict={bench.work.final.overall} large />
        </p>
      ) : null}
      <Where bench={bench} title={words.task(bench.stage, bench.at)?.title ?? ""} />
      <h1
        id="next-move"
        tabIndex={-1}
        className="scroll-mt-3 text-[1.4rem] font-bold leading-snug sm:text-[1.75rem]"
        aria-live="polite"
      >
        <span className={stop ? "text-oxide" : "marker"}>
          <Say>{next.headline}</Say>
        </span>
      </h1>
      <p className="pt-2 sm:text-lg">
        <Say>{next.why}</Say>
      </p>
      {next.points && next.points.length > 0 ? (
        <ul className="list-disc pl-6 pt-1">
          {next.points.map((point) => (
            <li key={point}>
              <Say>{point}</Say>
            </li>
          ))}
        </ul>
      ) : null}
      <SheetsHere bench={bench} />
      <WorkPanel bench={bench} job={job} />
      <UndoLine bench={bench} tap={job.tap} />
      <ReadAloud bench={bench} />
      <WordsHere text={`${next.headline} ${next.why}`} />
      {next.risk ? (
        <p className="pt-3">
          <span aria-hidden className="font-bold text-care">
            △{" "}
          </span>
          <Say>{next.risk}</Say>
        </p>
      ) : null}
      {bench.status === "signed" ? null : (
        <StepsAndCautions words={words} task={words.task(bench.stage, bench.at)} />
      )}
    </section>
  );
}

/**
 * Of which bearing and stage this is, where there are several; and the way to what is next when
 * another one is looked at.
 */
function Where({ bench, title }: { bench: Bench; title: string }) {
  const place = bench.places.find((one) => one.id === bench.at);
  const mark = bench.rail
    .flatMap((stage) => stage.marks)
    .find((one) => one.stage === bench.stage && one.at === bench.at);
  const elsewhere =
    bench.next_stage && (bench.next_stage !== bench.stage || bench.next_at !== bench.at);
  if (bench.rail.length < 4 && bench.places.length < 2) return null;
  return (
    <p className="flex flex-wrap items-center justify-between gap-x-3 pb-1 text-sm text-soft">
      <span>
        {title}
        {place ? `, ${place.name}` : ", whole shaft"}
      </span>
      {elsewhere && mark?.state !== "now" ? (
        <Link
          to={`/jobs/${bench.id}${showOf(bench.next_at, "")}`}
          className="min-h-8 text-dye underline"
        >
          To what is next
        </Link>
      ) : null}
    </p>
  );
}

/** What to do at this stage, in order, and what can hurt. */
function StepsAndCautions({ words, task }: { words: Words; task: OutlinedTask | undefined }) {
  if (!words.known)
    return (
      <p className="pt-3 text-care">
        △ Steps and cautions of this stage are not on this device. Take the printed plan, or wait
        for the network.
      </p>
    );
  if (!task) return null;
  return (
    <>
      {task.pictures.length > 0 ? (
        <div className="mt-3 grid max-w-xl grid-cols-2 gap-3 sm:grid-cols-3">
          {task.pictures.map((name) => (
            <Picture key={name} name={name} className="" />
          ))}
        </div>
      ) : null}
      <div className="mt-3 grid gap-x-6 gap-y-2 text-sm md:grid-cols-2">
        {task.steps.length > 0 ? (
          <ol className="list-decimal pl-5" aria-label="Steps of this stage">
            {task.steps.map((step) => (
              <li key={step} className="py-0.5">
                <Say>{step}</Say>
              </li>
            ))}
          </ol>
        ) : null}
        {task.cautions.length > 0 ? (
          <ul className="border-l-4 border-oxide pl-3" aria-label="Cautions">
            {task.cautions.map((caution) => (
              <li key={caution} className="py-0.5">
                <Say>{caution}</Say>
              </li>
            ))}
          </ul>
        ) : null}
      </div>
    </>
  );
}
