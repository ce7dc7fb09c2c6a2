/** Hole of the hub, and the new ring where it was measured too. */
import { useState } from "react";
import { Button, Tick, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { HubProps } from "./panel";

export function MeasureHole({ work, tap, refused }: HubProps) {
  const { units } = useSettings();
  const entry = useEntry({ hole: "", ring: "" }, refused, "measure_hole");
  const [same, setSame] = useState(false);
  return (
    <form
      className="space-y-3 pt-4"
      aria-label="Fit in its hub"
      onSubmit={(event) => {
        event.preventDefault();
        const { hole = "", ring = "" } = entry.values;
        tap({
          kind: "measure_hole",
          hole,
          ring,
          same_warmth: same,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      {work.fit ? (
        <p>
          <VerdictMark verdict={work.fit} /> {work.fit.reason}
        </p>
      ) : null}
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="hole" />
        <EntryText entry={entry} name="ring" />
      </div>
      <Tick label="Hub, ring and gauge equally warm" checked={same} onChange={setSame} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("hole").trim()}>
        Check the fit
      </Button>
      {work.fit?.level === "stop" ? (
        <Button onClick={() => tap({ kind: "renew_hub", reason: work.fit?.word ?? "" })}>
          Another hub is here
        </Button>
      ) : null}
    </form>
  );
}
