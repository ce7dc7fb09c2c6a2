/** A labyrinth ring: its gaps against the growth, its set screws, purged through its own fitting. */
import { useState } from "react";
import { Button, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";

export function Labyrinth({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry({ growth_side: "", other: "" }, refused, "place_labyrinth");
  const [screws, setScrews] = useState(false);
  const side = work.due_side;
  if (!side) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const { growth_side, other } = entry.values as { growth_side: string; other: string };
        tap({
          kind: "place_labyrinth",
          side,
          growth_side,
          other,
          screws,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="growth_side" label="Gap towards which the shaft grows" />
        <EntryText entry={entry} name="other" label="Gap on the other side" />
      </div>
      <Tick label="Its set screws are tight" checked={screws} onChange={setScrews} />
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
  const send = (shows: boolean) => tap({ kind: "purge_seal", side, shows, strokes: entry.text("strokes") });
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
