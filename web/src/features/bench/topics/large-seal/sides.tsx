/** Open side and shaft of a large ring, and a ring that comes out again. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { LargeSealProps } from "./panel";

export function OpenSide({ tap }: LargeSealProps) {
  return (
    <div className="flex flex-wrap gap-3 pt-4">
      {choicesOf("say_open_side", "faces").map(({ value, label }) => (
        <Button
          key={value}
          kind={value === "away" ? "stop" : "main"}
          data-main={value === "medium" || undefined}
          onClick={() => tap({ kind: "say_open_side", faces: value as "medium" | "away" })}
        >
          {label[0]?.toUpperCase()}
          {label.slice(1)}
        </Button>
      ))}
    </div>
  );
}

export function MeetShaft({ work, tap, refused }: LargeSealProps) {
  const entry = useEntry({ folded: "" }, refused, "meet_shaft");
  const [greased, setGreased] = useState(false);
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "meet_shaft", greased, folded: entry.text("folded") });
      }}
    >
      <Tick label="Lead-in, shaft and lip greased" checked={greased} onChange={setGreased} />
      {work.shaft_last ? <EntryText entry={entry} name="folded" hint="empty: none" /> : null}
      <Button kind="main" data-main type="submit">
        {work.shaft_last ? "The shaft is through" : "The shaft is ready"}
      </Button>
    </form>
  );
}

export function RingOut({ tap, refused }: LargeSealProps) {
  const entry = useEntry({ why: "" }, refused, "take_ring_out");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "take_ring_out", why: entry.text("why") });
      }}
    >
      <EntryText entry={entry} name="why" words={["begun elsewhere than at 12"]} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("why").trim()}>
        Removed
      </Button>
    </form>
  );
}
