/** What is drawn beside each kind of work: one case a topic. */
import type { Work } from "../../api";
import { AdapterDrawings } from "./topics/adapter-unit/drawings";
import { FoundDrawings } from "./topics/as-found/drawings";
import { ClosingDrawings } from "./topics/bolts/drawings";
import { CareDrawings } from "./topics/care/drawings";
import { CartridgeDrawings } from "./topics/cartridge/drawings";
import { FollowerDrawings } from "./topics/follower/drawings";
import { GreaseDrawings } from "./topics/grease/drawings";
import { HubDrawings } from "./topics/hub/drawings";
import { InsertDrawings } from "./topics/insert/drawings";
import { LargeSealDrawings } from "./topics/large-seal/drawings";
import { LookDrawings } from "./topics/look/drawings";
import { PrepareDrawings } from "./topics/prepare/drawings";
import { RemovalDrawings } from "./topics/removal/drawings";
import { RunDrawings } from "./topics/runin/drawings";
import { SealDrawings } from "./topics/seals/drawings";
import { ShoulderDrawings } from "./topics/shouldered/drawings";
import { TaperedDrawings } from "./topics/tapered/drawings";
import { UnitDrawings } from "./topics/units/drawings";

/** Whether anything is drawn beside the task. */
export const drawsBeside = ({ topic }: Work) =>
  !["lineup", "stock", "stop", "ticks"].includes(topic);

/** What is drawn beside the task. */
export function WorkDrawings({ job, work }: { job: string; work: Work }) {
  switch (work.topic) {
    case "tapered":
      return <TaperedDrawings work={work} />;
    case "follower":
      return <FollowerDrawings work={work} />;
    case "cartridge":
      return <CartridgeDrawings work={work} />;
    case "hub":
      return <HubDrawings work={work} />;
    case "insert":
      return <InsertDrawings work={work} />;
    case "seals":
      return <SealDrawings work={work} />;
    case "large_seal":
      return <LargeSealDrawings job={job} work={work} />;
    case "grease":
      return <GreaseDrawings work={work} />;
    case "bolts":
      return <ClosingDrawings work={work} />;
    case "runin":
      return <RunDrawings work={work} />;
    case "care":
      return <CareDrawings work={work} />;
    case "units":
      return <UnitDrawings work={work} />;
    case "adapter_unit":
      return <AdapterDrawings work={work} />;
    case "shouldered":
      return <ShoulderDrawings work={work} />;
    case "look":
      return <LookDrawings work={work} />;
    case "prepare":
      return <PrepareDrawings work={work} />;
    case "removal":
      return <RemovalDrawings work={work} />;
    case "as_found":
      return <FoundDrawings work={work} />;
    case "lineup":
    case "lowering":
    case "stock":
    case "stop":
    case "ticks":
      return null;
    default:
      return work satisfies never;
  }
}
