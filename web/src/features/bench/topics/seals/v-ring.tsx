/** A V-ring pushed up against its face: its width as it is, and as it was before it was fitted. */
import { useState } from "react";
import { Button, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";

export function PushVRing({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry({ width: "", free: "" }, refused, "push_v_ring");
  const [even, setEven] = useState(false);
  const side = work.due_side;
  // What was measured as it went on is not asked again.
  const measured = work.sides.some((one) => one.side === side && one.free_mm != null);
  if (!side) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const { width, free } = entry.values as { width: string; free: string };
        tap({ kind: "push_v_ring", side, width, free, even, shown: units === "mm" ? "mm" : "in" });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="width" />
        {measured ? null : <EntryText entry={entry} name="free" hint="empty: not measured" />}
      </div>
      <Tick label="The same at three places round the shaft" checked={even} onChange={setEven} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("width").trim()}>
        Is it squeezed right?
      </Button>
    </form>
  );
}
