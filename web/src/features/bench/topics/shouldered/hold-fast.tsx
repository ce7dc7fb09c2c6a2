/** What holds the ring: nut with its tab, retaining ring with its four proofs, or cover. */
import { useState } from "react";
import { Button, Tick, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { RingProofs, useProofs } from "../../ring-proofs";
import { useEntry } from "../../use-entry";
import type { ShoulderProps } from "./panel";

export function HoldFast({ work, tap, refused }: ShoulderProps) {
  const { units } = useSettings();
  const entry = useEntry(
    { text: "", ends_before: "", ends_after: "", torque: "" },
    refused,
    "hold_fast",
  );
  const [proofs, setProofs] = useProofs();
  const [tab, setTab] = useState(false);
  const ring = work.held_by === "retaining_ring" || work.held_by === "bore_ring";
  return (
    <form
      className="space-y-3 pt-4"
      aria-label="What holds it"
      onSubmit={(event) => {
        event.preventDefault();
        const { text = "", ends_before = "", ends_after = "", torque = "" } = entry.values;
        const shown = units === "mm" ? "mm" : "in";
        tap({
          kind: "hold_fast",
          text,
          tab_bent: tab,
          ...proofs,
          ends_before,
          ends_after,
          torque,
          shown,
        });
      }}
    >
      {work.held ? (
        <p>
          <VerdictMark verdict={work.held} /> {work.held.reason}
        </p>
      ) : null}
      {ring ? (
        <RingProofs entry={entry} proofs={proofs} onChange={setProofs} />
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
