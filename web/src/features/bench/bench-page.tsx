/** The bench: one next move, the part drawn, the ruler, the figures, the log. */
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useParams } from "react-router";
import { getChoices, type Bench } from "../../api";
import { BearingSection, ClearanceRuler, IndicatorDial, NutDial } from "../../drawing";
import { Figure, Say, SelectField, VerdictMark, inUnits, useSettings } from "../../ui";
import { ActionPanel } from "./action-panel";
import { Delivery } from "./delivery";
import { LogPanel } from "./log-panel";
import { MorePanel } from "./more-panel";
import { StageRail } from "./stage-rail";
import { useJob, type JobAccess } from "./use-job";

export function BenchPage() {
  const { id = "" } = useParams();
  const job = useJob(id);
  const { bench, missing } = job;
  const { units } = useSettings();
  useEffect(() => {
    if (bench) document.title = `Job ${bench.number}: ${inUnits(bench.next.headline, units)}`;
    return () => {
      document.title = "Tribodex";
    };
  }, [bench, units]);
  if (missing) {
    return (
      <div className="sheet p-6">
        <h1 className="text-xl font-bold">This job cannot be fetched</h1>
        <p className="py-2">{missing} Taps made before are kept on this device.</p>
        <Link to="/" className="text-dye underline">
          To all jobs
        </Link>
      </div>
    );
  }
  if (!bench) return <p className="p-6">Fetching the job …</p>;
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[11.5rem_minmax(0,1fr)_23rem]">
      <div>
        <TitleBlock bench={bench} />
        <StageRail stages={bench.stages} />
      </div>
      <div className="min-w-0 space-y-4">
        <Delivery job={job} />
        <WhoIsHere />
        <NextCard bench={bench} job={job} />
        <Findings bench={bench} />
        <LogPanel
          job={bench.id}
          log={bench.log}
          last={bench.last_seq}
          ways={bench.turn_units}
          tap={job.tap}
        />
        <MorePanel bench={bench} tap={job.tap} />
      </div>
      <div className="space-y-4">
        <Drawings bench={bench} />
        <section className="sheet px-4 py-2" aria-label="Figures">
          {bench.figures.map((result, index) => (
            <Figure key={result.label} result={result} big={index === 0} />
          ))}
          {bench.figures.length === 0
            ? bench.targets.map((result) => <Figure key={result.label} result={result} />)
            : null}
        </section>
      </div>
    </div>
  );
}

/** Like the title block of a drawing; on a phone it shrinks to two lines. */
function TitleBlock({ bench }: { bench: Bench }) {
  const cell = "px-3 py-1 lg:border-b lg:border-ink lg:py-1.5 lg:last:border-b-0";
  return (
    <div className="sheet mb-3 flex flex-wrap items-center text-sm lg:mb-4 lg:block">
      <p className={`${cell} flex items-baseline gap-2 lg:justify-between`}>
        <span className="text-soft">Job</span>
        <b className="text-xl leading-none lg:text-2xl">{bench.number}</b>
      </p>
      <p className={cell}>
        <b>{bench.bearing}</b>
      </p>
      <p className={`${cell} order-last w-full lg:w-auto`}>
        {bench.machine}
        <span className="lg:hidden">, </span>
        <span className="lg:block">{bench.position}</span>
        {bench.attempt > 1 ? <b className="block">Attempt {bench.attempt}</b> : null}
      </p>
      <p className={`${cell} order-last w-full lg:w-auto`}>
        <span className="text-soft">Method</span> <b>{bench.method_title}</b>
      </p>
      <p className={`${cell} ml-auto flex gap-4`}>
        {[
          { address: "record.html", words: "Record", more: "" },
          { address: "plan.html", words: "Plan", more: " sheet" },
        ].map(({ address, words, more }) => (
          <a
            key={address}
            href={`/api/jobs/${bench.id}/${address}`}
            className="inline-flex min-h-10 items-center text-dye underline underline-offset-4"
          >
            {words}
            <span className="sr-only lg:not-sr-only lg:whitespace-pre">{more}</span>
          </a>
        ))}
      </p>
    </div>
  );
}

function WhoIsHere() {
  const { actor, change } = useSettings();
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  if (actor) return null;
  return (
    <div className="sheet p-4">
      <SelectField
        label="Who is at the bench? The log names everybody."
        value={actor}
        onChange={(event) => change({ actor: event.target.value })}
      >
        <option value="">Choose …</option>
        {choices.data?.people.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </SelectField>
    </div>
  );
}

function NextCard({ bench, job }: { bench: Bench; job: JobAccess }) {
  const { next } = bench;
  const stop = STOPS.has(next.do);
  return (
    <section
      aria-labelledby="next-move"
      className={`sheet p-3 sm:p-4 ${stop ? "border-4 border-oxide" : ""}`}
    >
      {bench.final && bench.stage === "final_check" ? (
        <p className="pb-2">
          <VerdictMark verdict={bench.final.overall} large />
        </p>
      ) : null}
      <h1
        id="next-move"
        className="text-[1.4rem] font-bold leading-snug sm:text-[1.75rem]"
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
      <ActionPanel
        bench={bench}
        tap={job.tap}
        busy={job.outbox.waiting > 0 && !job.outbox.away}
        refused={job.outbox.refused.at(-1) ?? null}
      />
      {next.risk ? (
        <p className="pt-3">
          <span aria-hidden className="font-bold text-care">
            △{" "}
          </span>
          <Say>{next.risk}</Say>
        </p>
      ) : null}
      {bench.status === "signed" ? null : <StepsAndCautions bench={bench} />}
    </section>
  );
}

const STOPS = new Set([
  "decide_group",
  "decide_window",
  "decide_narrow",
  "release",
  "leaf_and_nut_part",
  "no_measurable_clearance",
]);

/** What to do at this stage, in order, and what can hurt. */
function StepsAndCautions({ bench }: { bench: Bench }) {
  return (
    <div className="mt-3 grid gap-x-6 gap-y-2 text-sm md:grid-cols-2">
      {bench.steps.length > 0 ? (
        <ol className="list-decimal pl-5" aria-label="Steps of this stage">
          {bench.steps.map((step) => (
            <li key={step} className="py-0.5">
              <Say>{step}</Say>
            </li>
          ))}
        </ol>
      ) : null}
      {bench.cautions.length > 0 ? (
        <ul className="border-l-4 border-oxide pl-3" aria-label="Cautions">
          {bench.cautions.map((caution) => (
            <li key={caution} className="py-0.5">
              <Say>{caution}</Say>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

function Findings({ bench }: { bench: Bench }) {
  if (bench.findings.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-labelledby="findings">
      <h2 id="findings" className="font-bold">
        Findings
      </h2>
      {bench.findings.map((finding) => (
        <p key={finding} className="py-1 text-sm">
          <span aria-hidden className="font-bold text-care">
            △{" "}
          </span>
          <Say>{finding}</Say>
        </p>
      ))}
    </section>
  );
}

function Drawings({ bench }: { bench: Bench }) {
  const { ruler, dial, section } = bench;
  const last = ruler?.readings.at(-1);
  const play = ruler?.estimate_um ?? (last ? last.mean_um : null);
  const group = bench.targets.find((target) => target.id === "group_limits")?.label.split(", ")[1] ?? "group";
  const pictures = [
    ruler ? (
      <section key="ruler" className="sheet p-3" aria-label="Ruler">
        <ClearanceRuler ruler={ruler} groupName={group} />
      </section>
    ) : null,
    bench.zero_set && bench.indicator && !bench.locked ? (
      <section key="indicator" className="sheet p-3" aria-label="Indicator">
        <IndicatorDial indicator={bench.indicator} />
      </section>
    ) : bench.zero_set && dial ? (
      <section key="nut" className="sheet p-3" aria-label="Nut">
        <NutDial
          dial={dial}
          travel={bench.method === "X"}
          seat={bench.next.do === "seat_nut" || bench.seat?.verdict ? bench.seat : null}
        />
        <p className="text-sm text-soft">{dialWords(bench)}</p>
      </section>
    ) : null,
  ];
  // What the next move is about comes first: the nut while it is turned, the ruler while it is gauged.
  const nutFirst = ["turn", "seat_nut", "lock", "see_tab", "set_zero"].includes(bench.next.do);
  return (
    <>
      {nutFirst ? pictures.reverse() : pictures}
      <section className="sheet p-3" aria-label="Section">
        <BearingSection section={section} playUm={play} label={bench.bearing} />
      </section>
    </>
  );
}

function dialWords(bench: Bench): string {
  const { dial } = bench;
  if (!dial) return "";
  const words = ["Blue: turned so far."];
  if (dial.target_to_deg !== null && !bench.locked) {
    words.push(
      bench.gauged_method ? "Yellow: where the window is expected." : "Yellow: the turn that is asked for.",
    );
  }
  const stops = { tab_washer: "tabs", lock_plate: "plate positions", locking_clip: "clip positions" }[
    dial.lock
  ];
  if (dial.step_deg !== null) {
    const how = dial.tabs_counted ? ", counted" : " by the table";
    words.push(`${dial.slots} slots, ${dial.tabs} ${stops}${how}: one every ${dial.step_deg.toFixed(1)}°.`);
  } else words.push(`Slots and ${stops} are not all known; count them to see where they meet.`);
  if (!dial.outside_known) words.push("Outside diameter not known; drawn at a usual size.");
  return words.join(" ");
}
