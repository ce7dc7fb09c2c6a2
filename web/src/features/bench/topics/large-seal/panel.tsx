/**
 * A large shaft seal: planned, warmed, rested, housing, spring, pressed in by the clock, gone
 * round, covered.
 */
import { type ReactNode, useState } from "react";
import type { LargeSealWork } from "../../../../api";
import { Button, Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Cover, Flat, Straps } from "./ends";
import { PlanRing } from "./plan-ring";
import { MeetShaft, OpenSide, RingOut } from "./sides";

export interface LargeSealProps {
  work: LargeSealWork;
  tap: Tap;
  refused: Refused;
}

export function LargeSealPanel(props: LargeSealProps) {
  const { work, tap } = props;
  // Carried from table to housing it keeps its shape by them.
  const withStraps = (panel: ReactNode) => (
    <>
      {panel}
      <Straps {...props} />
    </>
  );
  switch (props.work.asks) {
    case "plan_large_seal":
      return <PlanRing {...props} />;
    case "warm_ring":
      return <Warm {...props} />;
    case "rest_ring":
      return <Rest {...props} />;
    case "ready_seat":
      return (
        <TwoTicks
          first="Dry and clean, no lubricant"
          second="Edges and chamfers rounded, no burr"
          act="The housing is ready"
          onSay={(dry, rounded) => tap({ kind: "ready_seat", dry, rounded })}
        />
      );
    case "lay_spring":
      return (
        <TwoTicks
          first="Lock checked: it holds a pull"
          second="Groove thinly greased"
          act="The spring is in"
          onSay={(lock_checked, groove_greased) =>
            tap({ kind: "lay_spring", lock_checked, groove_greased })
          }
        />
      );
    case "say_open_side":
      return withStraps(<OpenSide {...props} />);
    case "meet_shaft":
      return withStraps(<MeetShaft {...props} />);
    case "take_ring_out":
      return <RingOut {...props} />;
    case "press_at":
      return (
        <div className="space-y-3 pt-4">
          <Button
            kind="main"
            data-main
            onClick={() =>
              work.next_hour !== null && tap({ kind: "press_at", hour: work.next_hour })
            }
          >
            Fitted at {work.next_hour} o’clock
          </Button>
          <Straps {...props} />
        </div>
      );
    case "seat_flat":
      return withStraps(<Flat {...props} />);
    case "use_straps":
      return <Straps {...props} />;
    case "cover_seal":
      return <Cover {...props} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

function Warm({ tap, refused }: LargeSealProps) {
  const entry = useEntry({ middle: "" }, refused, "warm_ring");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "warm_ring", middle: entry.text("middle") });
      }}
    >
      <EntryText
        entry={entry}
        name="middle"
        label="In the middle of the pack"
        hint="°C; empty: warm by hand"
      />
      <Button kind="main" data-main type="submit">
        It is warm right through
      </Button>
    </form>
  );
}

function Rest({ tap, refused }: LargeSealProps) {
  const entry = useEntry({ hours: "", marks: "" }, refused, "rest_ring");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "rest_ring", hours: entry.text("hours"), marks: entry.text("marks") });
      }}
    >
      <EntryText entry={entry} name="hours" label="Hours it lay flat" words={["1", "2"]} />
      <EntryText entry={entry} name="marks" label="Marks at lip or joint (leave blank if none)" />
      <Button kind="main" data-main type="submit" disabled={!entry.text("hours").trim()}>
        Rested and looked at
      </Button>
    </form>
  );
}

function TwoTicks(props: {
  first: string;
  second: string;
  act: string;
  onSay: (first: boolean, second: boolean) => void;
}) {
  const [one, setOne] = useState(false);
  const [two, setTwo] = useState(false);
  return (
    <div className="space-y-3 pt-4">
      <Tick label={props.first} checked={one} onChange={setOne} />
      <Tick label={props.second} checked={two} onChange={setTwo} />
      <Button kind="main" data-main onClick={() => props.onSay(one, two)}>
        {props.act}
      </Button>
    </div>
  );
}
