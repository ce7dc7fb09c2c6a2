/**
 * The nut of a follower's stud: torque with its unit, the state of the thread, which wrench. Off
 * the table only by name.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { FollowerProps } from "./panel";

type Thread = Extract<Command, { kind: "clamp_stud" }>["thread"];

export function Clamp({ tap, refused }: FollowerProps) {
  const entry = useEntry({ torque: "", wrench: "" }, refused, "clamp_stud");
  const [thread, setThread] = useState<Thread>("not known");
  const mine = refused?.command.kind === "clamp_stud" ? refused.problem : null;
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "clamp_stud",
      torque: entry.text("torque"),
      thread,
      wrench: entry.text("wrench"),
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
      <EntryText
        entry={entry}
        name="torque"
        label="Torque, with its unit"
        hint="58 N·m, 43 lbf·ft"
      />
      <ChoiceRow
        label="The thread is"
        value={thread}
        onChange={(value) => setThread(value as Thread)}
        options={choicesOf("clamp_stud", "thread")}
        problem={mine?.at("thread")}
      />
      <EntryText entry={entry} name="wrench" />
      <LeftByName off={mine?.at("decided_by")} title="A torque off the table" onDecide={send} />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("torque").trim() || !entry.text("wrench").trim()}
      >
        Check the torque
      </Button>
    </form>
  );
}
