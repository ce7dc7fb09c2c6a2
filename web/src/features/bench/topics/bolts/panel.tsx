/**
 * A housing closed: a pair, base habit, load on, in line, joints bolt by bolt, gaps beside the
 * ring, nothing rubs.
 */
import type { ClosingWork } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Align, Gaps } from "./measured";
import { JointForm } from "./joint-form";
import { PairCap, Rubbing } from "./looked";
import { Tighten } from "./tighten";

export interface ClosingProps {
  work: ClosingWork;
  tap: Tap;
  refused: Refused;
}

export function ClosingPanel(props: ClosingProps) {
  const { work, tap } = props;
  switch (props.work.asks) {
    case "pair_cap":
      return <PairCap {...props} />;
    case "choose_habit":
      return (
        <div className="flex flex-wrap gap-3 pt-4">
          {work.habits.map(({ value, words, usual }) => (
            <Button
              key={value}
              kind={usual ? "main" : "plain"}
              data-main={usual || undefined}
              onClick={() => tap({ kind: "choose_habit", habit: value })}
            >
              {words}
              {usual ? " (usual)" : ""}
            </Button>
          ))}
        </div>
      );
    case "take_support_out":
      return <Support {...props} />;
    case "align_loaded":
      return <Align {...props} />;
    case "plan_joint":
      return <JointForm key={work.to_plan} {...props} />;
    case "tighten_bolt":
      return <Tighten {...props} />;
    case "read_ring_gaps":
      return <Gaps {...props} />;
    case "look_rubbing":
      return <Rubbing {...props} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

function Support({ tap, refused }: ClosingProps) {
  const entry = useEntry({ text: "" }, refused, "take_support_out");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "take_support_out", text: entry.text("text") });
      }}
    >
      <EntryText
        entry={entry}
        name="text"
        label="What came out, and what holds the shaft down now"
        words={["jack out; caps hold", "sling off; base bolts hold"]}
      />
      <Button kind="main" data-main type="submit" disabled={!entry.text("text").trim()}>
        The load is on
      </Button>
    </form>
  );
}
