/**
 * How often a labyrinth is purged from now on: it stands in the rounds, with the strokes that it
 * took.
 */
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";

const EMPTY = { days: "", hours: "", hours_per_day: "", source: "" };

export function KeepSeal({ tap, refused }: SealProps) {
  const entry = useEntry(EMPTY, refused, "keep_seal");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "keep_seal", ...(entry.values as typeof EMPTY) });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="days" hint="7; empty: by hours alone, or not known" />
        <EntryText entry={entry} name="hours" hint="empty: by days alone, or not known" />
        {entry.text("hours").trim() ? (
          <EntryText entry={entry} name="hours_per_day" hint="empty: as the bearing is kept" />
        ) : null}
        <EntryText entry={entry} name="source" hint="its sheet; or who says so, or will say so" />
      </div>
      <Button kind="main" data-main type="submit" disabled={!entry.text("source").trim()}>
        Into the rounds
      </Button>
    </form>
  );
}
