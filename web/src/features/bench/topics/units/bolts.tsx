/** The bolts of the housing at torque; off the value of its maker only by name. */
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

export function Bolts({ tap, refused }: UnitProps) {
  const entry = useEntry({ torque: "", wrench: "" }, refused, "bolt_housing");
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "bolt_housing",
      torque: entry.text("torque"),
      wrench: entry.text("wrench"),
      decided_by,
      reason,
    });
  const missing = !entry.text("torque").trim() || !entry.text("wrench").trim();
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText
          entry={entry}
          name="torque"
          label="Torque, with its unit"
          hint="62 N·m, 45 lbf·ft"
        />
        <EntryText entry={entry} name="wrench" />
      </div>
      <LeftByName
        off={entry.problem("decided_by")}
        title="A torque off its value"
        onDecide={send}
      />
      <Button kind="main" data-main type="submit" disabled={missing}>
        Housing is bolted
      </Button>
    </form>
  );
}
