/**
 * One corner of the housing: as asked with one tap, or what it really got; another corner can be
 * taken first.
 */
import { useState } from "react";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { GreaseProps } from "./panel";

export function Corner({ work, tap, refused }: GreaseProps) {
  const entry = useEntry({ amount: "" }, refused, "fill_corner");
  const wrong = work.corners.find(({ verdict }) => verdict?.level === "stop");
  const next = wrong ?? work.corners.find(({ given }) => given === null);
  const [chosen, setChosen] = useState(0);
  const corner = work.corners.find(({ number }) => number === chosen) ?? next;
  if (!corner) return null;
  const unit = work.stroke_g === null ? "g" : "strokes";
  const send = (amount: string) => tap({ kind: "fill_corner", corner: corner.number, amount });
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send(entry.text("amount"));
      }}
    >
      <ChoiceRow
        label="Corner"
        value={String(corner.number)}
        onChange={(value) => setChosen(Number(value))}
        options={work.corners.map(({ number, asked, given }) => ({
          value: String(number),
          label: `${number}: ${given === null ? `${asked} ${unit}` : `${given} of ${asked}`}`,
        }))}
      />
      <Button kind="main" data-main onClick={() => send(`${corner.asked}`)}>
        Corner {corner.number} has its {corner.asked} {unit}
      </Button>
      <div className="flex flex-wrap items-end gap-3">
        <EntryText entry={entry} name="amount" label={`Or what it got, ${unit}`} />
        <Button type="submit" disabled={!entry.text("amount").trim()}>
          It got that
        </Button>
      </div>
    </form>
  );
}
