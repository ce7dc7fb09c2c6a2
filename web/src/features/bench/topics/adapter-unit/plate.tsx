/** The lock plate: counted when it is in sight, how far its next hole is, fitted. */
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { AdapterProps } from "./panel";

/** Slots and holes, counted when they are in sight; then how far the next hole is. */
export function Plate({ work, tap, refused }: AdapterProps) {
  const counted = useEntry({ slots: "", holes: "" }, refused, "count_plate");
  const seen = useEntry({ amount: "" }, refused, "see_plate");
  return (
    <details className="pt-4" open={work.step_deg !== null && work.first_deg === null}>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        Lock plate: {work.step_deg === null ? "count it" : "how far to its next hole"}
      </summary>
      {work.step_deg === null ? null : (
        <p className="text-sm text-soft">
          Positions {work.step_deg.toFixed(0)}° apart, as counted. Counted otherwise: correct that
          entry.
        </p>
      )}
      <form
        hidden={work.step_deg !== null}
        className="grid items-end gap-3 sm:grid-cols-3"
        onSubmit={(event) => {
          event.preventDefault();
          const [slots, holes] = [counted.text("slots"), counted.text("holes")];
          tap({ kind: "count_plate", slots: Number(slots), holes: Number(holes) });
        }}
      >
        <EntryText entry={counted} name="slots" />
        <EntryText entry={counted} name="holes" />
        <Button
          type="submit"
          disabled={!counted.text("slots").trim() || !counted.text("holes").trim()}
        >
          Counted
        </Button>
      </form>
      <form
        className="grid items-end gap-3 pt-3 sm:grid-cols-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "see_plate", amount: seen.text("amount") });
        }}
      >
        <EntryText entry={seen} name="amount" />
        <Button type="submit" disabled={!seen.text("amount").trim()}>
          Log it
        </Button>
      </form>
    </details>
  );
}

export function Fit({ work, tap, refused }: AdapterProps) {
  const known = work.first_deg === null ? "" : `${work.first_deg.toFixed(0)}°`;
  const entry = useEntry({ turn: known, torque: "" }, refused, "fit_plate");
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "fit_plate",
      turn: entry.text("turn"),
      torque: entry.text("torque"),
      decided_by,
      reason,
    });
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="turn" />
        <EntryText
          entry={entry}
          name="torque"
          label="Torque of its screws (where its sheet says one)"
          hint="6 N·m"
        />
      </div>
      <LeftByName
        off={entry.problem("decided_by")}
        title="Past the turns of its sheet"
        onDecide={send}
      />
      <Button kind="main" data-main type="submit" disabled={!entry.text("turn").trim()}>
        The plate is on
      </Button>
    </form>
  );
}
