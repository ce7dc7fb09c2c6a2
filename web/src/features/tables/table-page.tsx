/** One table: its source, its charts, its rows as they stand in the file. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { getTable } from "../../api";
import { RangeChart } from "../../charts";
import { TextField } from "../../ui";
import { AllTables } from "./all-tables";
import { GradeMark } from "./grade-mark";

export function TablePage() {
  const { id = "" } = useParams();
  const table = useQuery({ queryKey: ["table", id], queryFn: () => getTable(id), staleTime: 60_000 });
  const [wanted, setWanted] = useState("");
  const view = table.data;
  if (table.isError)
    return (
      <p className="sheet p-5">
        This table cannot be fetched.{" "}
        <Link to="/tables" className="text-dye underline">
          To all tables
        </Link>
      </p>
    );
  if (!view) return <p className="p-6">Fetching the table …</p>;
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  // A number is looked for as a whole cell, a word anywhere.
  const has = (row: string[], word: string) =>
    Number.isNaN(Number(word))
      ? row.some((cell) => cell.toLowerCase().includes(word))
      : row.some((cell) => cell !== "" && Number(cell) === Number(word));
  const rows = view.rows.filter((row) => words.every((word) => has(row, word)));
  return (
    <div className="mx-auto max-w-5xl space-y-5">
      <div>
        <AllTables />
        <h1 className="text-2xl font-bold">{view.source.title}</h1>
        <GradeMark source={view.source} />
        <p>{view.source.source}</p>
        {view.source.confidence ? <p className="text-soft">How sure: {view.source.confidence}</p> : null}
        <p className="text-sm text-soft">
          {view.id}, version {view.source.version}
          {view.source.edition ? `, edition ${view.source.edition}` : ""}
          {view.source.page ? `, page ${view.source.page}` : ""}
        </p>
      </div>
      {view.charts.map((chart) => (
        <section key={chart.id} className="sheet p-4" aria-label={chart.title}>
          <h2 className="pb-2 font-bold">{chart.title}</h2>
          <RangeChart chart={chart} />
        </section>
      ))}
      <section className="sheet p-4" aria-label="Rows">
        <div className="max-w-sm pb-3">
          <TextField
            label="Find rows"
            type="search"
            value={wanted}
            placeholder="for example a bore"
            onChange={(event) => setWanted(event.target.value)}
          />
        </div>
        <p className="pb-2 text-sm text-soft" aria-live="polite">
          {rows.length} of {view.rows.length} rows
        </p>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Rows of the table">
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="border-b-2 border-ink">
                {view.columns.map((column) => (
                  <th key={column} className="whitespace-nowrap py-1 pr-4">
                    {column.replaceAll("_", " ")}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row, index) => (
                <tr key={index} className="border-b border-rule">
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
      </section>
    </div>
  );
}
