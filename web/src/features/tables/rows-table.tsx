/** The rows of a table as they hold here; how sure each is, and its sheet behind a tap. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { RowCheck, TableView } from "../../api";
import { Button, NamedReason, TextField, useKept, useMay } from "../../ui";
import { MARKS, RowSheet } from "./row-sheet";

export function RowsTable({ view }: { view: TableView }) {
  const queries = useQueryClient();
  const may = useMay("crib");
  const [wanted, setWanted] = useState("");
  const [open, setOpen] = useState<{ at: number | null; check?: RowCheck } | null>(null);
  const [withdrawing, setWithdrawing] = useState("");
  const { keep, pin } = useKept<TableView>((now) => {
    queries.setQueryData(["table", view.id], now);
    for (const key of ["tables", "choices", "sources", "used"])
      void queries.invalidateQueries({ queryKey: [key] });
    setOpen(null);
  });
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  // A number is looked for as a whole cell, a word anywhere.
  const has = (row: string[], word: string) =>
    Number.isNaN(Number(word))
      ? row.some((cell) => cell.toLowerCase().includes(word))
      : row.some((cell) => cell !== "" && Number(cell) === Number(word));
  const rows = [...view.rows.entries()].filter(([, row]) => words.every((word) => has(row, word)));
  const checks = new Map((view.checks ?? []).map((check) => [check.at, check]));
  const unused = (view.checks ?? []).filter((check) => check.at === null);
  return (
    <section className="sheet p-4" aria-label="Rows">
      <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
        <div className="max-w-sm">
          <TextField
            label="Find rows"
            type="search"
            value={wanted}
            placeholder="for example a bore"
            onChange={(event) => setWanted(event.target.value)}
          />
        </div>
        {may && !view.own ? (
          <Button onClick={() => setOpen({ at: null })}>Add a row from print</Button>
        ) : null}
      </div>
      <p className="pb-2 text-sm text-soft" aria-live="polite">
        {rows.length} of {view.rows.length} rows
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Rows of the table">
        <table className="w-full text-left text-sm">
          <thead>
            <tr className="border-b-2 border-ink">
              {view.own ? null : <th className="whitespace-nowrap py-1 pr-4">How sure</th>}
              {view.columns.map((column) => (
                <th key={column} className="whitespace-nowrap py-1 pr-4">
                  {column.replaceAll("_", " ")}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([at, row]) => (
              <tr key={at} className="border-b border-rule">
                {view.own ? null : (
                  <td className="pr-4">
                    <Mark
                      check={checks.get(at)}
                      row={row}
                      onOpen={(check) => setOpen({ at, check })}
                    />
                  </td>
                )}
                {row.map((cell, column) => (
                  <td key={column} className="py-1 pr-4">
                    {cell || "·"}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {unused.length > 0 ? (
        <div className="pt-3">
          <h2 className="font-bold">Said once, not in use</h2>
          {unused.map((check) => (
            <Mark
              key={check.item_id}
              check={check}
              row={check.versions.at(-1)?.cells ?? []}
              named
              onOpen={() => setOpen({ at: null, check })}
            />
          ))}
        </div>
      ) : null}
      {open ? (
        <RowSheet
          key={`${open.at} ${open.check?.item_id}`}
          view={view}
          {...open}
          may={may}
          keep={keep}
          onWithdraw={setWithdrawing}
          onClose={() => setOpen(null)}
        />
      ) : null}
      <NamedReason
        title="Withdraw the row"
        description="The row holds as the table ships it again. Jobs keep what they were worked out with, and its history stays."
        action="Withdraw it"
        example="read the wrong line"
        own
        open={withdrawing !== ""}
        onClose={() => setWithdrawing("")}
        onDecide={(_, reason) =>
          void keep(`/api/tables/${view.id}/rows/${withdrawing}/withdraw`, { reason })
        }
      />
      {pin}
    </section>
  );
}

function Mark(props: {
  check?: RowCheck;
  row: string[];
  named?: boolean;
  onOpen: (check?: RowCheck) => void;
}) {
  const { check, row, named, onOpen } = props;
  const name = row.filter(Boolean).slice(0, 3).join(", ");
  return (
    <button
      type="button"
      className="min-h-11 whitespace-nowrap text-left text-dye underline underline-offset-4"
      onClick={() => onOpen(check)}
    >
      {check ? MARKS[check.state] : "□ from memory"}
      <span className={named ? "pl-2" : "sr-only"}> {name}</span>
    </button>
  );
}
