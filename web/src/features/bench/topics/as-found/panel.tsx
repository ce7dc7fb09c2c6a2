/**
 * As it was found, before anything is released: gaps, rings, clearance, sleeve end; whatever was
 * not read stays empty.
 */
import { useState } from "react";
import { choicesOf, type Command, type FoundWork } from "../../../../api";
import { Button, ChoiceRow, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";

type Rings = Extract<Command, { kind: "read_as_found" }>["rings"];
const EMPTY = { toward: "", away: "", clearance: "", sleeve_end: "", text: "" };

export function FoundPanel({
  work,
  tap,
  refused,
}: {
  work: FoundWork;
  tap: Tap;
  refused: Refused;
}) {
  const [again, setAgain] = useState(false);
  const asked = work.asks === "read_as_found" || (again && !work.released);
  return (
    <div className="pt-4">
      {asked ? (
        <Reading
          tap={(said) => {
            tap(said);
            setAgain(false);
          }}
          refused={refused}
        />
      ) : work.read && !work.released ? (
        <Button onClick={() => setAgain(true)}>Measure again</Button>
      ) : null}
      {[...work.verdicts, ...(work.across ? [work.across] : [])].map((verdict) => (
        <p key={verdict.word} className="pt-3">
          <VerdictMark verdict={verdict} /> <span className="text-sm">{verdict.reason}</span>
        </p>
      ))}
    </div>
  );
}

function Reading({ tap, refused }: { tap: Tap; refused: Refused }) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "read_as_found");
  const [rings, setRings] = useState<Rings>("unknown");
  const any = rings !== "unknown" || Object.keys(EMPTY).some((name) => entry.text(name).trim());
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "read_as_found",
          toward: entry.text("toward"),
          away: entry.text("away"),
          rings,
          clearance: entry.text("clearance"),
          sleeve_end: entry.text("sleeve_end"),
          text: entry.text("text"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="toward" />
        <EntryText entry={entry} name="away" />
      </div>
      <ChoiceRow
        label="Locating rings found"
        column
        value={rings ?? "unknown"}
        onChange={(value) => setRings(value as Rings)}
        options={choicesOf("read_as_found", "rings")}
      />
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="clearance" />
        <EntryText entry={entry} name="sleeve_end" />
      </div>
      <EntryText entry={entry} name="text" />
      <Button kind="main" data-main type="submit" disabled={!any}>
        Save readings
      </Button>
    </form>
  );
}
