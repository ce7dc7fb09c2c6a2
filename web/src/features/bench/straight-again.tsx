/** It stopped on the way: straight again only with its cause. */
import { Button } from "../../ui";
import { EntryText } from "./entry-text";
import type { Refused } from "./parts";
import { useEntry } from "./use-entry";

export function StraightAgain(props: {
  kind: string;
  refused: Refused;
  onSay: (cause: string) => void;
}) {
  const { kind, refused, onSay } = props;
  const entry = useEntry({ cause: "" }, refused, kind);
  return (
    <div className="space-y-3 pt-4">
      <EntryText entry={entry} name="cause" />
      <Button
        kind="main"
        data-main
        disabled={!entry.text("cause").trim()}
        onClick={() => onSay(entry.text("cause"))}
      >
        Cause removed, all square again
      </Button>
    </div>
  );
}
