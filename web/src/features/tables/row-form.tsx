/**
 * What print says of a row: where it stands, each cell, who read it as well. The row stays as it is
 * until it is kept.
 */
import { useState } from "react";
import type { ProblemError, RowDraft } from "../../api";
import { FormEnd, SecondReader, TextField, alsoMeant, meantBut, type Keep } from "../../ui";

/** What print must say anew where two memories differ; a single memory is offered as it stands. */
const offered = (cell: string) => (cell.includes("~") ? "" : cell.replace(/\?$/, ""));

export function RowForm(props: {
  path: string;
  columns: string[];
  /** The row as the table ships it; empty for one that is added. */
  was: string[];
  now: string[];
  again: boolean;
  keep: Keep;
}) {
  const { columns, was, now, again, keep } = props;
  const byColumn = (cells: string[], read = (cell: string) => cell) =>
    Object.fromEntries(columns.map((column, at) => [column, read(cells[at] ?? "")]));
  const [draft, setDraft] = useState<RowDraft>({
    was: was.length ? byColumn(was) : {},
    cells: byColumn(now, offered),
    edition: "",
    page: "",
    second: "",
    meant: "",
  });
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const set = (column: string, text: string) =>
    setDraft({
      ...draft,
      cells: { ...draft.cells, [column]: text },
      meant: meantBut(draft.meant, `cells.${column}`),
    });
  const at = (name: string) => problem?.fields.find((field) => field.name === name);
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void keep(`${props.path}/rows`, { row: draft, reason }).then(setProblem);
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Book or standard, and its edition"
          value={draft.edition}
          placeholder="for example the standard's number and year"
          problem={at("edition")}
          onChange={(event) => setDraft({ ...draft, edition: event.target.value })}
        />
        <TextField
          label="Page or table"
          value={draft.page}
          problem={at("page")}
          onChange={(event) => setDraft({ ...draft, page: event.target.value })}
        />
      </div>
      <fieldset className="grid grid-cols-2 items-start gap-2 border-t-2 border-ink pt-2">
        <legend className="pr-2 text-sm font-bold">What print says</legend>
        {columns.map((column, index) => {
          const said = now[index] ?? "";
          return (
            <TextField
              key={column}
              label={column.replaceAll("_", " ")}
              hint={said.includes("~") ? `two memories: ${said.replace("~", " and ")}` : undefined}
              value={draft.cells?.[column] ?? ""}
              problem={at(`cells.${column}`)}
              onChange={(event) => set(column, event.target.value)}
              onChoose={(text) => set(column, text)}
              onMeant={() =>
                setDraft({ ...draft, meant: alsoMeant(draft.meant, `cells.${column}`) })
              }
            />
          );
        })}
      </fieldset>
      <SecondReader
        value={draft.second ?? ""}
        hint="needed where a figure changes: what changes a table for everybody is read by two"
        problem={at("second")}
        onChange={(second) => setDraft({ ...draft, second })}
      />
      <FormEnd
        change={again}
        what="row"
        example="newer edition"
        reason={reason}
        onReason={setReason}
        problem={problem}
      />
    </form>
  );
}
