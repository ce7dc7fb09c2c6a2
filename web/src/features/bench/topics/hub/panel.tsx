/**
 * A bearing into its hub: hole measured, the way, warm or by force, the feeler all round, what
 * holds it there.
 */
import type { HubWork } from "../../../../api";
import { VerdictMark, length, useSettings } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { StraightAgain } from "../../straight-again";
import { WeighedWays } from "../../weighed-ways";
import { FeelerRound } from "../../feeler-round";
import { HoldInHub } from "./hold";
import { MeasureHole } from "./measure-hole";
import { PushIn } from "./push-in";
import { WarmHub } from "./warm-hub";

export interface HubProps {
  work: HubWork;
  tap: Tap;
  refused: Refused;
}

export function HubPanel(props: HubProps) {
  const { work, tap } = props;
  if (work.stopped)
    return (
      <StraightAgain
        kind="say_straight_in"
        refused={props.refused}
        onSay={(cause) => props.tap({ kind: "say_straight_in", cause })}
      />
    );
  switch (work.asks) {
    case "measure_hole":
      return <MeasureHole {...props} />;
    case "choose_way_in":
      return <Ways {...props} />;
    case "try_hub":
      return (
        <FeelerRound
          verdict={work.tried}
          label="Feeler at the shoulder of the hub"
          onSay={(enters) => tap({ kind: "try_hub", enters })}
        />
      );
    case "hold_in_hub":
      return <HoldInHub {...props} />;
    case null:
      return null;
    default:
      return (
        <div className="space-y-6 pt-4">
          <Fit {...props} />
          {work.chosen === "heat" ? <WarmHub {...props} /> : <PushIn {...props} />}
          <Ways {...props} />
        </div>
      );
  }
}

function Fit({ work }: HubProps) {
  const { units } = useSettings();
  if (!work.fit || !work.section) return null;
  return (
    <p>
      <VerdictMark verdict={work.fit} /> Ring of {length(work.section.outside_mm, units)}:{" "}
      {work.fit.reason}
    </p>
  );
}

function Ways({ work, tap }: HubProps) {
  return (
    <WeighedWays
      label="Ways to bring it in"
      ways={work.ways}
      chosen={work.chosen}
      onTake={(way, decided_by, reason) =>
        tap(
          decided_by
            ? { kind: "choose_way_in", way, decided_by, reason }
            : { kind: "choose_way_in", way },
        )
      }
    />
  );
}
