/**
 * A labyrinth ring: its gaps against the growth, its set screws, purged through its own fitting.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";

type Place = Extract<Command, { kind: "place_labyrinth" }>;

export function Labyrinth({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry(
    { growth_side: "", other: "", screws_at: "", wrench: "" },
    refused,
    "place_labyrinth",
  );
  const [reached, setReached] = useState<NonNullable<Place["reached"]>>("");
  const [screws, setScrews] = useState(false);
  const side = work.due_side;
  if (!side) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const typed = entry.values as {
          growth_side: string;
          other: string;
          screws_at: string;
          wrench: string;
        };
        tap({
          kind: "place_labyrinth",
          side,
          ...typed,
          screws,
          reached,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="growth_side" />
        <EntryText entry={entry} name="other" />
      </div>
      {work.halves ? (
        <ChoiceRow
          label="Its set screws are"
          value={reached}
          onChange={(value) => setReached(value as typeof reached)}
          options={choicesOf("place_labyrinth", "reached", false)}
          problem={entry.problem("reached")}
        />
      ) : null}
      <Tick label="Its set screws are tight" checked={screws} onChange={setScrews} />
      {screws ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText
            entry={entry}
            name="screws_at"
            hint={work.screw ? `${work.screw}; empty: not read` : "empty: not read"}
          />
          {entry.text("screws_at").trim() ? <EntryText entry={entry} name="wrench" /> : null}
        </div>
      ) : null}
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("growth_side").trim() || !entry.text("other").trim()}
      >
        Has it room?
      </Button>
    </form>
  );
}

export function Purge({ work, tap, refused }: SealProps) {
  const entry = useEntry({ strokes: "" }, refused, "purge_seal");
  const side = work.due_side;
  if (!side) return null;
  const send = (shows: boolean) =>
    tap({ kind: "purge_seal", side, shows, strokes: entry.text("strokes") });
  return (
    <div className="space-y-3 pt-4">
      <EntryText entry={entry} name="strokes" label="Strokes it took" hint="empty: not counted" />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main onClick={() => send(true)}>
          Grease shows all round
        </Button>
        <Button onClick={() => send(false)}>Nothing shows yet</Button>
      </div>
    </div>
  );
}
