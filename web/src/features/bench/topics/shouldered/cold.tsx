/** The cold ring: four gaps while it goes on, home, or stopped. */
import { useState } from "react";
import { Button, TextField, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import type { ShoulderProps } from "./panel";

export function Cold({ work, tap, refused }: ShoulderProps) {
  const { units } = useSettings();
  const entry = useEntry({ gaps: "", circle: "" }, refused, "read_gaps");
  const [text, setText] = useState("");
  const askew = work.tilt?.level === "stop" || work.tilt?.level === "unknown";
  return (
    <section aria-label="Cold ring" className="space-y-4">
      {work.tilt ? (
        <p>
          <VerdictMark verdict={work.tilt} /> {work.tilt.reason}
        </p>
      ) : null}
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          const { gaps = "", circle = "" } = entry.values;
          tap({ kind: "read_gaps", gaps, circle, shown: units === "mm" ? "mm" : "in" });
          entry.clear();
        }}
      >
        <EntryText entry={entry} name="gaps" hint="1.0 + 1.2 + 1.0 + 0.8" />
        <EntryText entry={entry} name="circle" />
        <Button
          kind={askew ? "main" : "plain"}
          data-main={askew || undefined}
          type="submit"
          className="sm:col-span-2"
          disabled={!entry.text("gaps").trim() || !entry.text("circle").trim()}
        >
          Is it square?
        </Button>
      </form>
      <TextField
        label="How it went, force on the gauge"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind={askew ? "plain" : "main"}
          data-main={!askew || undefined}
          onClick={() => tap({ kind: "push_home", text })}
        >
          At its shoulder
        </Button>
        <StopHere tap={tap} />
      </div>
    </section>
  );
}

/** It hesitates or tilts: let off at once, say what happened afterwards. */
export function StopHere({ tap }: { tap: Tap }) {
  return (
    <Button kind="stop" onClick={() => tap({ kind: "stop_on", text: "it hesitated or tilted" })}>
      It sticks or cocks: stop
    </Button>
  );
}
