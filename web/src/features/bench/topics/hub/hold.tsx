/** What holds the outer ring in its hub: retaining ring with its four proofs, cover, or its fit. */
import { Button, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { RingProofs, useProofs } from "../../ring-proofs";
import { useEntry } from "../../use-entry";
import type { HubProps } from "./panel";

export function HoldInHub({ work, tap, refused }: HubProps) {
  const { units } = useSettings();
  const entry = useEntry({ text: "", ends_before: "", ends_after: "" }, refused, "hold_in_hub");
  const [proofs, setProofs] = useProofs();
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
        <RingProofs entry={entry} proofs={proofs} onChange={setProofs} />
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
