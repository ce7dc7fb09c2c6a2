/**
 * The insert locked on its shaft: by its screws, its collar or its clamp; what stops is left so by
 * name only.
 */
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

type LockUnit = Extract<Command, { kind: "lock_unit" }>;

export function Lock({ work, tap, refused }: UnitProps) {
  const entry = useEntry(
    { torque: "", wrench: "", passes: "", footing: "", in_line: "", turned: "", slits_apart: "" },
    refused,
    "lock_unit",
  );
  const screws = work.lock === "set_screws";
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "lock_unit",
      torque: entry.text("torque"),
      passes: screws ? Number(entry.text("passes")) : 1,
      wrench: entry.text("wrench"),
      footing: entry.text("footing") as LockUnit["footing"],
      in_line: entry.text("in_line") as LockUnit["in_line"],
      turned: entry.text("turned") as LockUnit["turned"],
      slits_apart: entry.text("slits_apart") as LockUnit["slits_apart"],
      decided_by,
      reason,
    });
  const choice = (name: string, label: string, options: { value: string; label: string }[]) => (
    <ChoiceRow
      label={label}
      value={entry.text(name)}
      onChange={entry.set(name)}
      options={options}
      problem={entry.problem(name)}
    />
  );
  const asked = ["torque", "wrench", ...(screws ? ["passes"] : [])];
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      {screws ? (
        <>
          {choice("footing", "The screws stand on", choicesOf("lock_unit", "footing", false))}
          {work.alone
            ? null
            : choice(
                "in_line",
                "Screws of both units in line along the shaft",
                choicesOf("lock_unit", "in_line", false),
              )}
          {choice("passes", "Passes", choicesOf("lock_unit", "passes"))}
        </>
      ) : null}
      {work.lock === "collar"
        ? choice(
            "turned",
            "Collar turned, looked at from its own side",
            choicesOf("lock_unit", "turned", false),
          )
        : null}
      {work.lock === "clamp"
        ? choice(
            "slits_apart",
            "Clamp's slit off the ring's slit",
            choicesOf("lock_unit", "in_line", false),
          )
        : null}
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="torque" label="Torque, with its unit" hint={work.screw} />
        <EntryText entry={entry} name="wrench" label="With which wrench or key" />
      </div>
      <LeftByName
        off={entry.problem("decided_by")}
        title="Locked otherwise than asked"
        onDecide={send}
      />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={asked.some((name) => !entry.text(name).trim())}
      >
        It is locked
      </Button>
    </form>
  );
}
