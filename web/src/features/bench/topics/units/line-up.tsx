/**
 * The housing lined up: an offset over a length, leaves under its feet, the correction against its
 * bolt holes.
 */
import { Button, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

const EMPTY = { offset: "", over: "", feet: "", hole: "", bolt: "", wanted: "" };

export function LineUp({ work, tap, refused }: UnitProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "line_up_unit");
  const text = entry.text;
  const feet = work.form === "foot_2" || work.form === "foot_4";
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "line_up_unit",
          offset: text("offset"),
          over: text("over"),
          feet: text("feet"),
          hole: text("hole"),
          bolt: text("bolt"),
          wanted: text("wanted"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="offset" label="Offset read" hint="0 where nothing is seen" />
        <EntryText entry={entry} name="over" />
      </div>
      {feet ? (
        <EntryText
          entry={entry}
          name="feet"
          label={`Feeler that goes in under each of ${work.bolts} feet`}
          hint={Array.from({ length: work.bolts }, (_, at) => (at === 1 ? "0.1" : "0")).join(" + ")}
        />
      ) : null}
      {work.form === "pilot" ? null : (
        <details>
          <summary className="min-h-12 cursor-pointer py-3 font-bold">
            It must be shifted: does it fit its holes?
          </summary>
          <div className="grid gap-3 sm:grid-cols-3">
            <EntryText entry={entry} name="hole" />
            <EntryText entry={entry} name="bolt" />
            <EntryText entry={entry} name="wanted" />
          </div>
        </details>
      )}
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!text("offset").trim() || !text("over").trim()}
      >
        Is it in line?
      </Button>
    </form>
  );
}
