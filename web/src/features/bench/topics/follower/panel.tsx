/** A cam follower: fit, grease hole, nut or plates, plug, roller turned. */
import { useState } from "react";
import { choicesOf, type Command, type FollowerWork } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { TurnedByHand } from "../../turned-by-hand";
import { Clamp } from "./clamp";
import { Fit } from "./fit";
import { SilentSheet } from "./silent-sheet";

export interface FollowerProps {
  work: FollowerWork;
  tap: Tap;
  refused: Refused;
}

export function FollowerPanel(props: FollowerProps) {
  const { work, tap } = props;
  switch (props.work.asks) {
    case "fit_stud":
      return <Fit {...props} />;
    case "set_follower":
      return <SetIn tap={tap} />;
    case "say_clamp_thread":
      return <SilentSheet {...props} />;
    case "clamp_stud":
      return <Clamp {...props} />;
    case "back_plates":
      return (
        <div className="flex flex-wrap gap-3 pt-4">
          <Button kind="main" data-main onClick={() => tap({ kind: "back_plates", both: true })}>
            Both are backed up
          </Button>
          <Button kind="stop" onClick={() => tap({ kind: "back_plates", both: false })}>
            One is not
          </Button>
        </div>
      );
    case "say_plug":
      return (
        <div className="flex flex-wrap gap-3 pt-4">
          <Button
            kind="main"
            data-main
            onClick={() => tap({ kind: "say_plug", plug: !work.regreased })}
          >
            {work.regreased ? "Its fitting is in and clean" : "The plug is in"}
          </Button>
          {work.regreased ? null : (
            <Button kind="stop" onClick={() => tap({ kind: "say_plug", plug: false })}>
              There is none
            </Button>
          )}
        </div>
      );
    case "turn_roller":
      return <TurnedByHand onSay={(freely, text) => tap({ kind: "turn_roller", freely, text })} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

type Hole = Extract<Command, { kind: "set_follower" }>["hole"];

function SetIn({ tap }: { tap: Tap }) {
  const [hole, setHole] = useState<Hole | "">("");
  return (
    <div className="space-y-3 pt-4">
      <ChoiceRow
        label="The grease hole of its raceway lies"
        value={hole}
        onChange={(value) => setHole(value as Hole)}
        options={choicesOf("set_follower", "hole")}
      />
      <Button
        kind="main"
        data-main
        disabled={!hole}
        onClick={() => hole && tap({ kind: "set_follower", hole })}
      >
        Fitted
      </Button>
    </div>
  );
}
