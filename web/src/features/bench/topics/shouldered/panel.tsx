/**
 * A ring onto its shoulder: the way, the warm ring or the cold one, the leaf all round, what holds
 * it, turned by hand.
 */
import type { ShoulderWork } from "../../../../api";
import { FeelerRound } from "../../feeler-round";
import type { Refused, Tap } from "../../parts";
import { TurnedByHand } from "../../turned-by-hand";
import { StraightAgain } from "../../straight-again";
import { WeighedWays } from "../../weighed-ways";
import { Cold } from "./cold";
import { HoldFast } from "./hold-fast";
import { ReadSetting } from "./setting";
import { Warm } from "./warm";

export interface ShoulderProps {
  work: ShoulderWork;
  tap: Tap;
  refused: Refused;
}

export function ShoulderPanel(props: ShoulderProps) {
  const { work } = props;
  if (work.stopped)
    return (
      <StraightAgain
        kind="say_straight_on"
        refused={props.refused}
        onSay={(cause) => props.tap({ kind: "say_straight_on", cause })}
      />
    );
  switch (props.work.asks) {
    case "choose_way_on":
      return <Ways {...props} />;
    case "try_shoulder":
      return (
        <FeelerRound
          verdict={work.shoulder}
          label="Feeler at the shoulder"
          onSay={(enters) => props.tap({ kind: "try_shoulder", enters })}
        />
      );
    case "hold_fast":
      return <HoldFast {...props} />;
    case "turn_by_hand":
      return (
        <TurnedByHand onSay={(freely, text) => props.tap({ kind: "turn_by_hand", freely, text })} />
      );
    case "read_setting":
      return <ReadSetting {...props} />;
    case null:
      return null;
    default:
      return (
        <div className="space-y-6 pt-4">
          {work.chosen === "heat" ? <Warm {...props} /> : <Cold {...props} />}
          <Ways {...props} />
        </div>
      );
  }
}

function Ways({ work, tap }: ShoulderProps) {
  return (
    <WeighedWays
      label="Ways to put it on"
      ways={work.ways}
      chosen={work.chosen}
      onTake={(way, decided_by, reason) =>
        tap(
          decided_by
            ? { kind: "choose_way_on", way, decided_by, reason }
            : { kind: "choose_way_on", way },
        )
      }
    />
  );
}
