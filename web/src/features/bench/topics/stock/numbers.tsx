/**
 * Numbers read on block, sleeve and old ring, and the shaft as measured: what they may mean, and
 * what cannot go together.
 */
import { useState } from "react";
import { Button, ChoiceRow, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { StockProps, StockWork } from "./panel";

export function Numbers({ work, tap, refused }: StockProps) {
  const { units } = useSettings();
  const [place, setPlace] = useState("");
  const at = place || work.places[0]?.id || "";
  const entry = useEntry(
    { block: "", sleeve: "", bearing: "", shaft: "" },
    refused,
    "read_numbers",
  );
  const any = ["block", "sleeve", "bearing", "shaft"].some((name) => entry.text(name).trim());
  return (
    <details open={work.numbers.length > 0} aria-label="Numbers read">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        Numbers read on block, sleeve and ring
      </summary>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({
            kind: "read_numbers",
            block: entry.text("block"),
            sleeve: entry.text("sleeve"),
            bearing: entry.text("bearing"),
            shaft: entry.text("shaft"),
            place: at,
            shown: units === "mm" ? "mm" : "in",
          });
        }}
      >
        {work.places.length > 1 ? (
          <ChoiceRow
            label="Bearing"
            value={at}
            onChange={setPlace}
            options={work.places.map((one) => ({ value: one.id, label: one.name }))}
          />
        ) : null}
        <div className="grid items-end gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="block" />
          <EntryText entry={entry} name="sleeve" />
          <EntryText entry={entry} name="bearing" />
          <EntryText entry={entry} name="shaft" />
        </div>
        <Button type="submit" disabled={!any}>
          What do they mean?
        </Button>
      </form>
      {work.numbers.map((one) => (
        <Meaning
          key={one.place}
          read={one}
          name={work.places.find(({ id }) => id === one.place)?.name ?? ""}
        />
      ))}
    </details>
  );
}

function Meaning({ read, name }: { read: StockWork["numbers"][number]; name: string }) {
  return (
    <div className="pt-3">
      <p className="font-bold">{name}</p>
      {read.verdicts.map((verdict) => (
        <p key={verdict.word}>
          <VerdictMark verdict={verdict} /> <span className="text-sm">{verdict.reason}</span>
        </p>
      ))}
      <ul className="text-sm">
        {read.candidates.map(({ what, value, why, confirmed }) => (
          <li key={`${what}.${value}`} className="border-b border-rule py-1 last:border-b-0">
            {what}: <b>{value}</b> <span className="text-soft">{why}.</span>{" "}
            {confirmed ? `✓ ${confirmed}` : "From memory, not confirmed."}
          </li>
        ))}
      </ul>
    </div>
  );
}
