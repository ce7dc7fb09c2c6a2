/** The panel of each kind of work: one case a topic. */
import type { Bench } from "../../api";
import { AdapterPanel } from "./topics/adapter-unit/panel";
import { FoundPanel } from "./topics/as-found/panel";
import { ClosingPanel } from "./topics/bolts/panel";
import { CarePanel } from "./topics/care/panel";
import { CartridgePanel } from "./topics/cartridge/panel";
import { FollowerPanel } from "./topics/follower/panel";
import { GreasePanel } from "./topics/grease/panel";
import { HubPanel } from "./topics/hub/panel";
import { InsertPanel } from "./topics/insert/panel";
import { Line } from "./topics/lineup/line";
import { TicksPanel } from "./ticks-panel";
import { LargeSealPanel } from "./topics/large-seal/panel";
import { LineUpPanel } from "./topics/lineup/panel";
import { LookPanel } from "./topics/look/panel";
import { LoweringPanel } from "./topics/lowering/panel";
import { PreparePanel } from "./topics/prepare/panel";
import { RemovalPanel } from "./topics/removal/panel";
import { RunPanel } from "./topics/runin/panel";
import { SealsPanel } from "./topics/seals/panel";
import { ShoulderPanel } from "./topics/shouldered/panel";
import { StockPanel } from "./topics/stock/panel";
import { StopPanel } from "./topics/stop/panel";
import { TaperedPanel } from "./topics/tapered/panel";
import { UnitPanel } from "./topics/units/panel";
import type { JobAccess } from "./use-job";

/** A topic without its panel does not pass the type check. */
export function TopicPanel({ bench, job }: { bench: Bench; job: JobAccess }) {
  const { work } = bench;
  const panel = {
    tap: job.tap,
    busy: job.outbox.waiting > 0 && !job.outbox.away,
    refused: job.outbox.refused.at(-1) ?? null,
  };
  switch (work.topic) {
    case "tapered":
      return <TaperedPanel work={work} headline={bench.next.headline} {...panel} />;
    case "stock":
      return <StockPanel job={bench.id} work={work} {...panel} />;
    case "as_found":
      return <FoundPanel key={bench.at} work={work} {...panel} />;
    case "lowering":
      return <LoweringPanel key={bench.at} work={work} {...panel} />;
    case "removal":
      return <RemovalPanel work={work} {...panel} />;
    case "follower":
      return <FollowerPanel key={bench.at} work={work} {...panel} />;
    case "cartridge":
      return <CartridgePanel work={work} {...panel} />;
    case "hub":
      return <HubPanel key={bench.at} work={work} {...panel} />;
    case "insert":
      return <InsertPanel key={bench.at} work={work} {...panel} />;
    case "seals":
      return <SealsPanel key={bench.at} work={work} {...panel} />;
    case "large_seal":
      return <LargeSealPanel work={work} {...panel} />;
    case "grease":
      return <GreasePanel key={bench.at} work={work} {...panel} />;
    case "bolts":
      return <ClosingPanel key={bench.at} work={work} {...panel} />;
    case "runin":
      return <RunPanel work={work} {...panel} />;
    case "care":
      return <CarePanel key={bench.at} work={work} {...panel} />;
    case "stop":
      return <StopPanel job={bench.id} work={work} />;
    case "units":
      return <UnitPanel key={bench.at} work={work} {...panel} />;
    case "adapter_unit":
      return <AdapterPanel key={bench.at} work={work} {...panel} />;
    case "shouldered":
      return <ShoulderPanel key={bench.at} work={work} {...panel} />;
    case "look":
      return <LookPanel key={bench.at} job={bench.id} work={work} {...panel} />;
    case "prepare":
      return <PreparePanel key={bench.at} work={work} {...panel} />;
    case "lineup":
      return (
        <>
          <Line job={bench.id} work={work} />
          <LineUpPanel work={work} {...panel} />
        </>
      );
    case "ticks":
      return <TicksPanel stage={bench.stage} work={work} tap={job.tap} />;
    default:
      return work satisfies never;
  }
}
