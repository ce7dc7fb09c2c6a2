/**
 * One row laid open: how sure it is, what was read in print and by whom, which jobs rest on an
 * earlier figure, and the form.
 */
import { useState } from "react";
import type { RowCheck, TableView } from "../../api";
import { Button, Overlay, UsedBy, day, type Keep } from "../../ui";
import { RowForm } from "./row-form";

export const MARKS: Record<RowCheck["state"], string> = {
  compared: "■ compared",
  corrected: "◆ corrected",
  added: "＋ added",
  "left out": "▽ not in use",
};

export function RowSheet(props: {
  view: TableView;
  /** The row's place in the table; null for one that is added, or that is not in use. */
  at: number | null;
  check?: RowCheck;
  may: boolean;
  keep: Keep;
  onWithdraw: (item: string) => void;
  onClose: () => void;
}) {
  const { view, at, check, may } = props;
  const [form, setForm] = useState(!check);
  const path = `/api/tables/${view.id}`;
  const last = check?.versions.at(-1);
  const now = (at === null ? last?.cells : view.rows[at]) ?? [];
  const was = check ? check.was : at === null ? [] : now;
  const named = view.columns
    .map((column, index) => (now[index] ? `${column.replaceAll("_", " ")} ${now[index]}` : ""))
    .filter(Boolean);
  const title =
    at === null && !check ? "A row that the table does not have" : named.slice(0, 2).join(", ");
  return (
    <Overlay open title={title || "Row"} description={view.source.title} onClose={props.onClose}>
      {check ? <History check={check} columns={view.columns} /> : null}
      {check && check.state !== "compared" ? (
        <UsedBy path={`${path}/rows/${check.item_id}`} what="row" />
      ) : null}
      {check && may ? (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => setForm(!form)}>Compare it again</Button>
          {check.at === null ? null : (
            <Button kind="quiet" onClick={() => props.onWithdraw(check.item_id)}>
              Withdraw it
            </Button>
          )}
        </div>
      ) : null}
      {form && may ? (
        <RowForm
          path={path}
          columns={view.columns}
          was={was}
          now={now}
          again={Boolean(check)}
          keep={props.keep}
        />
      ) : null}
      {!check && !may ? <p>From memory: nobody compared it with print here yet.</p> : null}
    </Overlay>
  );
}

function History({ check, columns }: { check: RowCheck; columns: string[] }) {
  const before = (index: number) =>
    index === 0 ? check.was : (check.versions[index - 1]?.cells ?? []);
  return (
    <ul className="grid gap-2">
      {check.state === "left out" ? (
        <li className="font-bold">{MARKS["left out"]}: the table holds as it ships.</li>
      ) : null}
      {[...check.versions.entries()].reverse().map(([index, one]) => (
        <li key={one.recorded_at} className="border-l-4 border-ink pl-3">
          <b>{one.withdrawn ? "Withdrawn" : `${one.edition}, ${one.page}`}</b>
          <span className="block text-sm text-soft">
            {day(one.recorded_at)}, {one.by}
            {one.second ? `, read by ${one.second} as well` : ", nobody else read it yet"}
            {one.reason ? ` (${one.reason})` : ""}
          </span>
          {one.withdrawn
            ? null
            : columns.map((column, at) =>
                (one.cells[at] ?? "") === (before(index)[at] ?? "") ? null : (
                  <span key={column} className="block font-mono text-sm">
                    {column.replaceAll("_", " ")}: {before(index)[at] || "nothing"} →{" "}
                    {one.cells[at] || "nothing"}
                  </span>
                ),
              )}
        </li>
      ))}
    </ul>
  );
}
