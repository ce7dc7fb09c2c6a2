/** Interval and amount as the maker gives them: they go before what is computed. */
import { EntryText } from "../../entry-text";
import type { Entry } from "../../use-entry";

export function MakerSays({ entry, insert }: { entry: Entry; insert: boolean }) {
  return (
    <details>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">What its maker says</summary>
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="interval" label="Every so many hours" />
        <EntryText entry={entry} name="interval_source" label="Whose interval" />
        <EntryText entry={entry} name="amount" label="So much each time" hint="g, oz" />
        <EntryText entry={entry} name="amount_source" label="Whose amount" />
        {insert ? <EntryText entry={entry} name="strokes" label="Strokes, at most" /> : null}
        <EntryText entry={entry} name="season_days" label="At the latest after, days" />
      </div>
    </details>
  );
}
