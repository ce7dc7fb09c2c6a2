/** Which wrench: one of the crib, or typed; with an extension what it is set to follows. */
import { useTools } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Entry } from "../../use-entry";

export function WrenchFields({ entry }: { entry: Entry }) {
  const { wrenches } = useTools();
  return (
    <div className="space-y-2">
      <EntryText entry={entry} name="wrench" label="Wrench" />
      {wrenches.length > 0 ? (
        <div className="flex flex-wrap gap-2" role="group" aria-label="Wrenches of the crib">
          {wrenches.map(({ id, draft }) => (
            <Button
              key={id}
              onClick={() => {
                entry.set("wrench")(draft.name ?? "");
                entry.set("wrench_from")(draft.least ?? "");
                entry.set("wrench_to")(draft.most ?? "");
                entry.set("wrench_checked")(draft.checked_on ?? "");
                entry.set("wrench_length")(draft.length ?? "");
              }}
            >
              {draft.name}
            </Button>
          ))}
        </div>
      ) : null}
      <details>
        <summary className="min-h-12 cursor-pointer py-3 font-bold">
          Its scale, its check, an extension
        </summary>
        <div className="grid gap-3 sm:grid-cols-3">
          <EntryText entry={entry} name="wrench_from" label="Scale from" />
          <EntryText entry={entry} name="wrench_to" label="Scale to" />
          <EntryText entry={entry} name="wrench_checked" label="Checked on" hint="year-month-day" />
          <EntryText entry={entry} name="wrench_length" label="Drive to middle of grip" />
          <EntryText entry={entry} name="extension" label="Extension, drive to bolt" />
          <EntryText entry={entry} name="angle" label="Its angle" hint="0 straight on, 90 square" />
        </div>
      </details>
    </div>
  );
}
