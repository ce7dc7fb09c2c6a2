/**
 * What turns marked places into answers: where the load pointed, and how many rollers a row has.
 */
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { LookProps } from "./panel";

export function CountAndLoad({ work, tap, refused }: LookProps) {
  const load = useEntry({ at: "" }, refused, "point_load");
  const count = useEntry({ rollers: "" }, refused, "count_rollers");
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "point_load", at: load.text("at") });
          load.clear();
        }}
      >
        <EntryText
          entry={load}
          name="at"
          label={`The load pointed to (now: ${work.load_deg === null ? "not said" : `${work.load_deg}°`})`}
          words={["6 o'clock", "12 o'clock"]}
        />
        <Button type="submit" disabled={!load.text("at").trim()}>
          Note the load
        </Button>
      </form>
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "count_rollers", rollers: count.text("rollers") });
          count.clear();
        }}
      >
        <EntryText
          entry={count}
          name="rollers"
          label={`Rollers in one row (now: ${work.rollers ?? "not counted"})`}
        />
        <Button type="submit" disabled={!count.text("rollers").trim()}>
          Note the count
        </Button>
      </form>
    </div>
  );
}
