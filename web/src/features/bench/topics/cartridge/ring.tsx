/** A retaining ring in its groove, on the shaft or in the bore, with its four proofs. */
import { useState } from "react";
import { Button, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { CartridgeProps } from "./panel";

const PROOFS = {
  groove_free: "The groove is free all round",
  below_surface: "The ring lies below the surface all round",
  turns: "The ring turns in its groove",
};
const NONE = { groove_free: false, below_surface: false, turns: false };

export function Ring({ work, tap, refused }: CartridgeProps) {
  const { units } = useSettings();
  const entry = useEntry({ ends_before: "", ends_after: "" }, refused, "seat_ring");
  const [proofs, setProofs] = useState(NONE);
  const ring = work.ring_due;
  if (!ring) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "seat_ring",
          side: ring.side,
          sits: ring.sits,
          ...proofs,
          ends_before: entry.text("ends_before"),
          ends_after: entry.text("ends_after"),
          shown: units === "mm" ? "mm" : "in",
        });
        setProofs(NONE);
      }}
    >
      {Object.entries(PROOFS).map(([name, label]) => (
        <Tick
          key={name}
          label={label}
          checked={proofs[name as keyof typeof NONE]}
          onChange={(checked) => setProofs({ ...proofs, [name]: checked })}
        />
      ))}
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText
          entry={entry}
          name="ends_before"
          label="Gap of its ends, over the surface"
          hint="12 mm"
        />
        <EntryText
          entry={entry}
          name="ends_after"
          label="Gap of its ends, in the groove"
          hint="9 mm"
        />
      </div>
      <Button kind="main" data-main type="submit">
        Does it sit?
      </Button>
    </form>
  );
}
