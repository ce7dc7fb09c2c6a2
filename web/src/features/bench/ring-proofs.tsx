/**
 * A retaining ring's four proofs: the gap of its ends before and after, groove free, below the
 * surface, turns.
 */
import { useState } from "react";
import { Tick } from "../../ui";
import { EntryText } from "./entry-text";
import type { Entry } from "./use-entry";

const PROOFS = {
  groove_free: "Groove free of the bearing",
  below_surface: "Below the surface all round",
  turns: "It turns in its groove with the pliers",
};
type Name = keyof typeof PROOFS;
const NONE: Record<Name, boolean> = { groove_free: false, below_surface: false, turns: false };

export const useProofs = () => useState(NONE);

export function RingProofs(props: {
  entry: Entry;
  proofs: typeof NONE;
  onChange: (proofs: typeof NONE) => void;
}) {
  const { entry, proofs, onChange } = props;
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="ends_before" />
        <EntryText entry={entry} name="ends_after" />
      </div>
      {(Object.keys(PROOFS) as Name[]).map((name) => (
        <Tick
          key={name}
          label={PROOFS[name]}
          checked={proofs[name]}
          onChange={(on) => onChange({ ...proofs, [name]: on })}
        />
      ))}
    </>
  );
}
