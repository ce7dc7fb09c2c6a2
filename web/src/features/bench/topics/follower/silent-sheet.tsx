/**
 * The torque of a sheet that says nothing of oil on the thread: whose word settles it; until then
 * the nut may be set, and is not at torque.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { Clamp } from "./clamp";
import type { FollowerProps } from "./panel";

type Thread = Extract<Command, { kind: "say_clamp_thread" }>["thread"];

export function SilentSheet(props: FollowerProps) {
  const entry = useEntry({ source: "" }, props.refused, "say_clamp_thread");
  const [thread, setThread] = useState<Thread | "">("");
  const [later, setLater] = useState(false);
  if (later) return <Clamp {...props} />;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (thread) props.tap({ kind: "say_clamp_thread", thread, source: entry.text("source") });
      }}
    >
      <ChoiceRow
        label="The torque on its sheet is for a thread that is"
        value={thread}
        onChange={(value) => setThread(value as Thread)}
        options={choicesOf("say_clamp_thread", "thread")}
      />
      <EntryText entry={entry} name="source" hint="the maker, by telephone, or another sheet" />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          type="submit"
          disabled={!thread || !entry.text("source").trim()}
        >
          That is settled
        </Button>
        <Button onClick={() => setLater(true)}>Nobody knows yet: set it, and ask later</Button>
      </div>
    </form>
  );
}
