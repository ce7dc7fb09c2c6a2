/** The bench: one next move, the part drawn, the ruler, the figures, the log. */
import { useEffect } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { Bench } from "../../api";
import { Delivery, Say, inUnits, useSettings } from "../../ui";
import { ChainBroken } from "./chain-broken";
import { CorrectedSince } from "./corrected-since";
import { Figures } from "./figures";
import { JudgedToday } from "./judged-today";
import { LogPanel } from "./log-panel";
import { MorePanel } from "./more-panel";
import { OpenStops } from "./open-stops";
import { NextBar } from "./next-bar";
import { NextCard } from "./next-card";
import { PlacesHome } from "./shaft-home";
import { StageRail } from "./stage-rail";
import { TitleBlock } from "./title-block";
import { showOf, useJob } from "./use-job";
import { PaperBar } from "./paper-bar";
import { useFromPaper, usePaper } from "./use-paper";
import { useInView } from "./use-in-view";
import { useNextFocus } from "./use-next-focus";
import { useOutline } from "./use-outline";
import { WorkDrawings, drawsBeside } from "./work-drawings";

export function BenchPage() {
  const { id = "" } = useParams();
  const [asked] = useSearchParams();
  const [paper, changePaper] = usePaper(id);
  const show = showOf(asked.get("at") ?? "", asked.get("stage") ?? "", paper.on);
  const asks = useFromPaper(useJob(id, show), paper);
  const { bench, missing } = asks;
  const job = { ...asks, tap: useInView(bench, useNextFocus(bench, asks)) };
  const words = useOutline(id, bench);
  const { units } = useSettings();
  useEffect(() => {
    if (bench) document.title = `Job ${bench.number}: ${inUnits(bench.next.headline, units)}`;
    return () => {
      document.title = "Tribodex";
    };
  }, [bench, units]);
  if (missing) return <NotHere job={id} why={missing} />;
  if (!bench) return <p className="p-6">Fetching the job …</p>;
  // Where nothing is drawn or computed beside the work, it takes the whole width.
  const wide = bench.places.length > 1 && bench.figures.length === 0 && !drawsBeside(bench.work);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 pb-20 lg:grid-cols-[11.5rem_minmax(0,1fr)_23rem] lg:pb-0">
      <div className="min-w-0">
        <TitleBlock bench={bench} />
        <StageRail bench={bench} words={words} />
      </div>
      <div className={`min-w-0 space-y-4 ${wide ? "lg:col-span-2" : ""}`}>
        <ChainBroken job={id} />
        <CorrectedSince bench={bench} />
        <Delivery outbox={job.outbox} drop={job.drop} again={job.again} />
        {bench.places.length > 1 ? (
          show ? (
            <BackHome bench={bench} />
          ) : (
            <PlacesHome bench={bench} />
          )
        ) : null}
        {paper.on ? <PaperBar paper={paper} onChange={changePaper} tap={job.tap} /> : null}
        <NextCard bench={bench} words={words} job={job} />
        <OpenStops bench={bench} tap={job.tap} />
        <JudgedToday bench={bench} />
        <Findings bench={bench} />
        <LogPanel bench={bench} tap={job.tap} />
        <MorePanel bench={bench} words={words} tap={job.tap} />
        {paper.on || bench.status === "signed" || bench.status === "abandoned" ? null : (
          <PaperBar paper={paper} onChange={changePaper} tap={job.tap} />
        )}
      </div>
      {wide ? null : (
        <div className="space-y-4">
          <WorkDrawings job={id} work={bench.work} />
          <Figures bench={bench} show={show} />
        </div>
      )}
      <NextBar bench={bench} />
    </div>
  );
}

function BackHome({ bench }: { bench: Bench }) {
  return (
    <Link
      to={`/jobs/${bench.id}`}
      className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
    >
      {bench.places.some((place) => place.bearing) ? "Back to the shaft line" : "Back to all stops"}
    </Link>
  );
}

function NotHere({ job, why }: { job: string; why: string }) {
  return (
    <div className="sheet p-6">
      <ChainBroken job={job} />
      <h1 className="text-xl font-bold">This job cannot be fetched</h1>
      <p className="py-2">{why} Taps made before are kept on this device.</p>
      <Link to="/" className="text-dye underline">
        To all jobs
      </Link>
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
