/** The halves screwed together round the shaft: torque, passes, both joints closed alike. */
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

export function Join({ work, tap, refused }: UnitProps) {
  const entry = useEntry(
    { torque: "", wrench: "", passes: "", joints: "" },
    refused,
    "join_halves",
  );
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "join_halves",
      torque: entry.text("torque"),
      passes: Number(entry.text("passes")),
      wrench: entry.text("wrench"),
      joints_alike: entry.text("joints") === "yes",
      decided_by,
      reason,
    });
  const missing = ["torque", "wrench", "passes", "joints"].some((name) => !entry.text(name).trim());
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <ChoiceRow
        label="Both joints closed alike, as its sheet shows them"
        value={entry.text("joints")}
        onChange={entry.set("joints")}
        options={[
          { value: "yes", label: "yes" },
          { value: "no", label: "no" },
        ]}
        problem={entry.problem("joints_alike")}
      />
      <ChoiceRow
        label="Passes"
        value={entry.text("passes")}
        onChange={entry.set("passes")}
        options={choicesOf("join_halves", "passes")}
        problem={entry.problem("passes")}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="torque" label="Torque, with its unit" hint={work.screw} />
        <EntryText entry={entry} name="wrench" label="With which wrench" />
      </div>
      <LeftByName
        off={entry.problem("decided_by")}
        title="Screwed together otherwise than asked"
        onDecide={send}
      />
      <Button kind="main" data-main type="submit" disabled={missing}>
        The halves are screwed together
      </Button>
    </form>
  );
}
