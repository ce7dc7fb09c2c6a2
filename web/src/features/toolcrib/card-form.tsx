/** A maker's sheet or a shop's card typed in, row by row. */
import { useState } from "react";
import type { CardDraft, CardRowDraft, ProblemError } from "../../api";
import { FormEnd, Button, ChoiceRow, SecondReader, TextField, alsoMeant, meantBut } from "../../ui";
import { COLUMNS, EMPTY_ROW, KEYS } from "./card-columns";

export function CardForm({
  first,
  change = false,
  onKeep,
}: {
  first: CardDraft;
  change?: boolean;
  onKeep: (card: CardDraft, reason: string) => Promise<ProblemError | null>;
}) {
  const [draft, setDraft] = useState(first);
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const rows = draft.rows ?? [];
  const setRow = (at: number, name: keyof CardRowDraft, value: string) =>
    setDraft({
      ...draft,
      rows: rows.map((row, index) => (index === at ? { ...row, [name]: value } : row)),
      meant: meantBut(draft.meant, `rows.${at}.${name}`),
    });
  return (
    <form
      className="grid gap-3 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void onKeep(draft, reason).then(setProblem);
      }}
    >
      <div className="grid gap-3 sm:grid-cols-3">
        <TextField
          label="What the shop calls it"
          value={draft.name}
          problem={problem?.at("name")}
          onChange={(event) => setDraft({ ...draft, name: event.target.value })}
        />
        <TextField
          label="Source: sheet, edition, page"
          value={draft.source}
          problem={problem?.at("source")}
          onChange={(event) => setDraft({ ...draft, source: event.target.value })}
        />
        <TextField
          label="For one bearing alone (optional)"
          hint="its number, for example 22218 K"
          value={draft.designation}
          problem={problem?.at("designation")}
          onChange={(event) => setDraft({ ...draft, designation: event.target.value })}
        />
      </div>
      <ChoiceRow
        label="The sheet is entered by"
        value={draft.keyed_by || "bore"}
        onChange={(key) => setDraft({ ...draft, keyed_by: key === "bore" ? "" : key })}
        options={[
          { value: "bore", label: "bearing bore" },
          { value: "shaft", label: "shaft diameter" },
          { value: "part", label: "part number" },
        ]}
        problem={problem?.at("keyed_by")}
      />
      <p className="text-sm text-soft">
        Lengths in mm; or with a unit: 60 µm, 2.5 thou. Empty means: the sheet does not say.
      </p>
      {rows.map((row, at) => (
        <fieldset key={at} className="border-t-2 border-ink pt-2">
          <legend className="pr-2 text-sm font-bold">Row {at + 1}</legend>
          <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-4 lg:grid-cols-7">
            {[...(KEYS[draft.keyed_by ?? ""] ?? []), ...COLUMNS].map(({ name, label }) => (
              <TextField
                key={name}
                label={label}
                value={row[name]}
                problem={problem?.fields.find((field) => field.name === `rows.${at}.${name}`)}
                onChange={(event) => setRow(at, name, event.target.value)}
                onChoose={(value) => setRow(at, name, value)}
                onMeant={() =>
                  setDraft({ ...draft, meant: alsoMeant(draft.meant, `rows.${at}.${name}`) })
                }
              />
            ))}
          </div>
        </fieldset>
      ))}
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => setDraft({ ...draft, rows: [...rows, EMPTY_ROW] })}>
          Add a row
        </Button>
        {rows.length > 1 ? (
          <Button kind="quiet" onClick={() => setDraft({ ...draft, rows: rows.slice(0, -1) })}>
            Take the last row away
          </Button>
        ) : null}
      </div>
      <SecondReader
        value={draft.second ?? ""}
        problem={problem?.at("second")}
        onChange={(second) => setDraft({ ...draft, second })}
      />
      <FormEnd
        change={change}
        what="card"
        example="misread the sheet"
        reason={reason}
        onReason={setReason}
        problem={problem}
      />
    </form>
  );
}
