/** The taps that go with the task that is shown: the kernel's own, or those of its topic. */
import type { Bench, Work } from "../../api";
import { CartridgeDrawings } from "./topics/cartridge/drawings";
import { CartridgePanel } from "./topics/cartridge/panel";
import { FollowerDrawings } from "./topics/follower/drawings";
import { FollowerPanel } from "./topics/follower/panel";
import { InsertDrawings } from "./topics/insert/drawings";
import { InsertPanel } from "./topics/insert/panel";
import { Line } from "./topics/lineup/line";
import { GatePanel } from "./gate-panel";
import { Row } from "./parts";
import { SignPanel } from "./sign-panel";
import { TicksPanel } from "./ticks-panel";
import { LineUpPanel } from "./topics/lineup/panel";
import { LookDrawings } from "./topics/look/drawings";
import { LookPanel } from "./topics/look/panel";
import { PrepareDrawings } from "./topics/prepare/drawings";
import { PreparePanel } from "./topics/prepare/panel";
import { RemovalDrawings } from "./topics/removal/drawings";
import { RemovalPanel } from "./topics/removal/panel";
import { ShoulderDrawings } from "./topics/shouldered/drawings";
import { ShoulderPanel } from "./topics/shouldered/panel";
import { StockPanel } from "./topics/stock/panel";
import { TaperedDrawings } from "./topics/tapered/drawings";
import { TaperedPanel } from "./topics/tapered/panel";
import { UnitDrawings } from "./topics/units/drawings";
import { UnitPanel } from "./topics/units/panel";
import type { JobAccess } from "./use-job";

export function WorkPanel({ bench, job }: { bench: Bench; job: JobAccess }) {
  const { next, work, gate } = bench;
  if (next.do === "confirm_gate" && gate)
    return (
      <GatePanel
        key={`${bench.at}.${gate.id}`}
        job={`${bench.id}.${bench.at}`}
        gate={gate}
        section={work.topic === "tapered" ? work.section : null}
        tap={job.tap}
      />
    );
  // A job that is over offers its record, a bearing that is done the way to sign.
  const over = bench.status === "abandoned" || (bench.status === "signed" && next.do !== "sign");
  if (over) return <OpenRecord id={bench.id} />;
  return (
    <>
      {next.do === "held" ? null : <TopicPanel bench={bench} job={job} />}
      {next.do === "sign" && !bench.next_stage ? <SignPanel bench={bench} tap={job.tap} /> : null}
    </>
  );
}

/** A topic without its panel does not pass the type check. */
function TopicPanel({ bench, job }: { bench: Bench; job: JobAccess }) {
  const { work } = bench;
  const panel = {
    tap: job.tap,
    busy: job.outbox.waiting > 0 && !job.outbox.away,
    refused: job.outbox.refused.at(-1) ?? null,
  };
  switch (work.topic) {
    case "tapered":
      return <TaperedPanel work={work} {...panel} />;
    case "stock":
      return <StockPanel job={bench.id} work={work} {...panel} />;
    case "removal":
      return <RemovalPanel next={bench.next.do} work={work} {...panel} />;
    case "follower":
      return <FollowerPanel key={bench.at} next={bench.next.do} work={work} {...panel} />;
    case "cartridge":
      return <CartridgePanel next={bench.next.do} work={work} {...panel} />;
    case "insert":
      return <InsertPanel key={bench.at} next={bench.next.do} work={work} {...panel} />;
    case "units":
      return <UnitPanel key={bench.at} next={bench.next.do} work={work} {...panel} />;
    case "shouldered":
      return <ShoulderPanel key={bench.at} next={bench.next.do} work={work} {...panel} />;
    case "look":
      return <LookPanel key={bench.at} next={bench.next.do} work={work} {...panel} />;
    case "prepare":
      return <PreparePanel key={bench.at} work={work} {...panel} />;
    case "lineup":
      return (
        <>
          <Line job={bench.id} work={work} />
          <LineUpPanel next={bench.next.do} work={work} {...panel} />
        </>
      );
    case "ticks":
      return <TicksPanel stage={bench.stage} work={work} tap={job.tap} />;
    default:
      return work satisfies never;
  }
}

/** Whether anything is drawn beside the task. */
export const drawsBeside = ({ topic }: Work) => !["lineup", "stock", "ticks"].includes(topic);

/** What is drawn beside the task. */
export function WorkDrawings({ work }: { work: Work }) {
  switch (work.topic) {
    case "tapered":
      return <TaperedDrawings work={work} />;
    case "follower":
      return <FollowerDrawings work={work} />;
    case "cartridge":
      return <CartridgeDrawings work={work} />;
    case "insert":
      return <InsertDrawings work={work} />;
    case "units":
      return <UnitDrawings work={work} />;
    case "shouldered":
      return <ShoulderDrawings work={work} />;
    case "look":
      return <LookDrawings work={work} />;
    case "prepare":
      return <PrepareDrawings work={work} />;
    case "removal":
      return <RemovalDrawings work={work} />;
    case "lineup":
    case "stock":
    case "ticks":
      return null;
    default:
      return work satisfies never;
  }
}

function OpenRecord({ id }: { id: string }) {
  return (
    <Row>
      <a
        data-main
        href={`/api/jobs/${id}/record.html`}
        className="inline-flex min-h-12 items-center border-2 border-ink bg-sheet px-4 font-bold hover:bg-wash"
      >
        Open the record
      </a>
    </Row>
  );
}
