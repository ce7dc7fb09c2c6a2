/**
 * Greasing: what goes in, how much, bearing packed, housing corner by corner; or oil to its level.
 */
import type { GreaseWork } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Choose } from "./choose";
import { Corner } from "./corner";
import { Oil } from "./oil";
import { Pack } from "./pack";
import { PlanFill } from "./plan-fill";

export interface GreaseProps {
  work: GreaseWork;
  tap: Tap;
  refused: Refused;
}

export function GreasePanel(props: GreaseProps) {
  switch (props.work.asks) {
    case "choose_lubricant":
      return <Choose {...props} />;
    case "plan_fill":
      return <PlanFill {...props} />;
    case "pack_bearing":
      return <Pack {...props} />;
    case "fill_corner":
      return (
        <Corner key={props.work.corners.filter(({ given }) => given !== null).length} {...props} />
      );
    case "tag_stored":
      return <Tag {...props} />;
    case "fill_oil":
      return <Oil {...props} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

function Tag({ tap, refused }: GreaseProps) {
  const entry = useEntry({ text: "" }, refused, "tag_stored");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "tag_stored", text: entry.text("text") });
      }}
    >
      <EntryText
        entry={entry}
        name="text"
        words={["filled up for storage: drain and run in before service"]}
      />
      <Button kind="main" data-main type="submit" disabled={!entry.text("text").trim()}>
        Tagged
      </Button>
    </form>
  );
}
