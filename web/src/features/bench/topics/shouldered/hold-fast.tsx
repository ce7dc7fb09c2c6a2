/** What holds the ring: nut with its tab, retaining ring with its four proofs, or cover. */
import { useState } from "react";
import { Button, Tick, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ShoulderProps } from "./panel";

export function HoldFast({ work, tap, refused }: ShoulderProps) {
  const { units } = useSettings();
  const entry = useEntry({ text: "", ends_before: "", ends_after: "", torque: "" }, refused, "hold_fast");
  const [proofs, setProofs] = useState({ groove_free: false, below_surface: false, turns: false });
  const [tab, setTab] = useState(false);
  const ring = work.held_by === "retaining_ring" || work.held_by === "bore_ring";
  const tick = (name: keyof typeof proofs, label: string) => (
    <Tick
      label={label}
      checked={proofs[name]}
      onChange={(on) => setProofs((before) => ({ ...before, [name]: on }))}
    />
  );
  return (
    <form
      className="space-y-3 pt-4"
      aria-label="What holds it"
      onSubmit={(event) => {
        event.preventDefault();
        const { text = "", ends_before = "", ends_after = "", torque = "" } = entry.values;
        const shown = units === "mm" ? "mm" : "in";
        tap({ kind: "hold_fast", text, tab_bent: tab, ...proofs, ends_before, ends_after, torque, shown });
      }}
    >
      {work.held ? (
        <p>
          <VerdictMark verdict={work.held} /> {work.held.reason}
        </p>
      ) : null}
      {ring ? (
        <>
          <div className="grid gap-3 sm:grid-cols-2">
            <EntryText entry={entry} name="ends_before" />
            <EntryText entry={entry} name="ends_after" />
          </div>
          {tick("groove_free", "Groove free of the bearing")}
          {tick("below_surface", "Below the surface all round")}
          {tick("turns", "It turns in its groove with the pliers")}
        </>
      ) : (
        <EntryText entry={entry} name="text" />
      )}
      {work.held_by === "lock_nut" ? (
        <>
          <EntryText entry={entry} name="torque" />
          <Tick label="A tab is bent into a slot" checked={tab} onChange={setTab} />
        </>
      ) : null}
      <Button kind="main" data-main type="submit" disabled={!ring && !entry.text("text").trim()}>
        Check the lock
      </Button>
    </form>
  );
}
