/** Two caliper readings across the insert, at the loading slots, and whether it swivels by hand. */
import { Button, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { InsertProps } from "./panel";

export function Centre({ work, tap, refused }: InsertProps) {
  const { units } = useSettings();
  const entry = useEntry({ first: "", second: "", circle: "" }, refused, "centre_insert");
  const missing = ["first", "second", "circle"].some((name) => !entry.text(name).trim());
  const send = (swivels: boolean) =>
    tap({
      kind: "centre_insert",
      first: entry.text("first"),
      second: entry.text("second"),
      circle: entry.text("circle"),
      swivels,
      shown: units === "mm" ? "mm" : "in",
    });
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send(true);
      }}
    >
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText entry={entry} name="first" />
        <EntryText entry={entry} name="second" />
        <EntryText entry={entry} name="circle" hint="on the ring's face" />
      </div>
      {work.goes > 0 ? (
        <p className="text-soft">
          Measured {work.goes === 1 ? "once" : `${work.goes} times`} so far.
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main type="submit" disabled={missing}>
          It swivels: is it square?
        </Button>
        <Button kind="stop" disabled={missing} onClick={() => send(false)}>
          It does not swivel
        </Button>
      </div>
    </form>
  );
}
