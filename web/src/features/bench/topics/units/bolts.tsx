/** The bolts of the housing at torque; off the value of its maker only by name. */
import { useState } from "react";
import { Button, NamedReason } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

export function Bolts({ tap, refused }: UnitProps) {
  const entry = useEntry({ torque: "", wrench: "" }, refused, "bolt_housing");
  const [deciding, setDeciding] = useState(false);
  const off = entry.problem("decided_by");
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
        <EntryText entry={entry} name="torque" label="Torque, with its unit" hint="62 N·m, 45 lbf·ft" />
        <EntryText entry={entry} name="wrench" label="With which wrench" />
      </div>
      {off ? (
        <>
          <p className="font-bold text-oxide">▲ {off.message}</p>
          <Button kind="stop" onClick={() => setDeciding(true)}>
            Leave it so, by name
          </Button>
        </>
      ) : null}
      <Button kind="main" data-main type="submit" disabled={missing}>
        Housing is bolted
      </Button>
      <NamedReason
        title="A torque off its value"
        description={off?.message ?? ""}
        action="Leave it so"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={send}
      />
    </form>
  );
}
