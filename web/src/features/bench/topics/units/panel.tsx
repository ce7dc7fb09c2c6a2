/**
 * A housed unit: slid on, what holds it or lets it float, lined up, bolted, shaft turned, locked,
 * tried, screws again.
 */
import type { UnitWork } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { TurnedByHand } from "../../turned-by-hand";
import { useEntry } from "../../use-entry";
import { Bolts } from "./bolts";
import { Float } from "./float";
import { Join } from "./join";
import { LineUp } from "./line-up";
import { Lock } from "./lock";

export interface UnitProps {
  work: UnitWork;
  tap: Tap;
  refused: Refused;
}

export function UnitPanel(props: UnitProps) {
  const { work, tap } = props;
  switch (props.work.asks) {
    case "slide_on":
      return <Slide {...props} />;
    case "find_float":
      return <Float {...props} />;
    case "line_up_unit":
      return <LineUp {...props} />;
    case "bolt_housing":
      return <Bolts {...props} />;
    case "turn_shaft":
      return (
        <>
          <TurnedByHand onSay={(freely, text) => tap({ kind: "turn_shaft", freely, text })} />
          {work.verdicts.some(({ what }) => what === "Lined up") ? (
            <details className="pt-4">
              <summary className="min-h-12 cursor-pointer py-3 font-bold">Line it up again</summary>
              <LineUp {...props} />
            </details>
          ) : null}
        </>
      );
    case "lock_unit":
      return <Lock {...props} />;
    case "join_halves":
      return <Join {...props} />;
    case "try_unit":
      return <TurnedByHand onSay={(freely, text) => tap({ kind: "try_unit", freely, text })} />;
    case null:
      return work.screws_open ? <Again {...props} /> : null;
    default:
      return props.work.asks satisfies never;
  }
}

function Slide({ work, tap, refused }: UnitProps) {
  const halves = work.lock === "halves";
  const entry = useEntry({ text: "" }, refused, "slide_on");
  const said = entry.text("text");
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label={
          halves
            ? "What keeps the halves apart (needed where they do not close)"
            : "What is on the shaft (needed where it does not go on)"
        }
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          onClick={() => tap({ kind: "slide_on", by_hand: true, text: said })}
        >
          {halves ? "Halves closed, by hand" : "It is on, by hand"}
        </Button>
        <Button
          kind="stop"
          disabled={!said.trim()}
          onClick={() => tap({ kind: "slide_on", by_hand: false, text: said })}
        >
          {halves ? "They do not close" : "It does not go on"}
        </Button>
      </div>
    </div>
  );
}

function Again({ work, tap, refused }: UnitProps) {
  const entry = useEntry({ torque: "", after: "" }, refused, "tighten_again");
  const missing = !entry.text("torque").trim() || !entry.text("after").trim();
  return (
    <form
      className="grid gap-3 pt-4 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "tighten_again", torque: entry.text("torque"), after: entry.text("after") });
      }}
    >
      <EntryText
        entry={entry}
        name="torque"
        label="Screws again, torque with its unit"
        hint={work.screw}
      />
      <EntryText entry={entry} name="after" label="After how many hours of running" hint="6 h" />
      <Button type="submit" disabled={missing}>
        Note the second tightening
      </Button>
    </form>
  );
}
