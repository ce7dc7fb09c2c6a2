/**
 * The puller before it is used: does it reach behind the ring, open round it, and bear twice the
 * force?
 */
import { Button, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { RemovalProps } from "./panel";

const EMPTY = { reach: "", depth: "", opens: "", rated: "" };

export function FitPuller({ work, tap, refused }: RemovalProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "fit_puller");
  const missing = (["reach", "depth", "opens"] as const).some((name) => !entry.text(name).trim());
  return (
    <section aria-label="The puller" className="space-y-3">
      {work.puller.map((verdict) => (
        <VerdictMark key={verdict.word} verdict={verdict} />
      ))}
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({
            kind: "fit_puller",
            ...(entry.values as typeof EMPTY),
            shown: units === "mm" ? "mm" : "in",
          });
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="reach" />
          <EntryText entry={entry} name="depth" />
          <EntryText entry={entry} name="opens" />
          <EntryText
            entry={entry}
            name="rated"
            hint="as it stands on its body; empty: not to be read"
          />
        </div>
        <Button type="submit" disabled={missing}>
          Does this puller fit?
        </Button>
      </form>
    </section>
  );
}
