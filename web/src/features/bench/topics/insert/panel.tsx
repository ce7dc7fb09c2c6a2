/**
 * An insert replaced in its housing: old one out, groove's side found, new one in, square, its
 * grease hole closed.
 */
import type { InsertWork } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Centre } from "./centre";
import { CloseHole, GreaseIt, HoleSteps } from "./hole";
import { Enter } from "./enter";
import { Bore, Fitting } from "./side";

export interface InsertProps {
  work: InsertWork;
  tap: Tap;
  refused: Refused;
}

export function InsertPanel(props: InsertProps) {
  const { work } = props;
  switch (props.work.asks) {
    case "take_insert_out":
      return <Out {...props} />;
    case "measure_fitting":
      return <Fitting {...props} />;
    case "see_bore":
      return (
        <>
          <Bore {...props} />
          {work.pin_slot === null ? null : <Fitting {...props} again />}
        </>
      );
    case "enter_insert":
      return <Enter {...props} />;
    case "centre_insert":
      return <Centre {...props} />;
    case "close_hole":
      return <CloseHole {...props} />;
    case "grease_through_hole":
      return <HoleSteps {...props} />;
    case null:
      return work.may_grease ? <GreaseIt {...props} /> : null;
    default:
      return props.work.asks satisfies never;
  }
}

function Out({ tap, refused }: InsertProps) {
  const entry = useEntry({ text: "" }, refused, "take_insert_out");
  const said = entry.text("text");
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label="What its outside looks like (needed where it had turned)"
        words={["polished ring in the housing's bore", "rust all round"]}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          onClick={() => tap({ kind: "take_insert_out", had_turned: false, text: said })}
        >
          Removed
        </Button>
        <Button
          disabled={!said.trim()}
          onClick={() => tap({ kind: "take_insert_out", had_turned: true, text: said })}
        >
          Out: its outer ring had turned
        </Button>
      </div>
    </div>
  );
}
