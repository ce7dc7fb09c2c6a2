/** What holds the outer ring in its hub: retaining ring with its four proofs, cover, or its fit. */
import { useState } from "react";
import { Button, Tick, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { HubProps } from "./panel";

export function HoldInHub({ work, tap, refused }: HubProps) {
  const { units } = useSettings();
  const entry = useEntry({ text: "", ends_before: "", ends_after: "" }, refused, "hold_in_hub");
  const [proofs, setProofs] = useState({ groove_free: false, below_surface: false, turns: false });
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
      aria-label="What holds it in its hub"
      onSubmit={(event) => {
        event.preventDefault();
        const { text = "", ends_before = "", ends_after = "" } = entry.values;
        const shown = units === "mm" ? "mm" : "in";
        tap({ kind: "hold_in_hub", text, ...proofs, ends_before, ends_after, shown });
      }}
    >
      {work.held ? (
        <p>
          <VerdictMark verdict={work.held} /> {work.held.reason}
        </p>
      ) : null}
      {work.ring ? (
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
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={work.held_by === "cover" && !entry.text("text").trim()}
      >
        {work.held_by === "fit" ? "Its fit holds it, as the drawing has it" : "Check what holds it"}
      </Button>
    </form>
  );
}
