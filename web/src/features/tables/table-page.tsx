/** One table: its source, its charts, its rows as they hold here. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { getTable } from "../../api";
import { RangeChart } from "../../charts";
import { AllTables } from "./all-tables";
import { GradeMark } from "./grade-mark";
import { RowsTable } from "./rows-table";

export function TablePage() {
  const { id = "" } = useParams();
  const table = useQuery({
    queryKey: ["table", id],
    queryFn: () => getTable(id),
    staleTime: 60_000,
  });
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
  return (
    <div className="mx-auto max-w-5xl space-y-5">
      <div>
        <AllTables />
        <h1 className="text-2xl font-bold">{view.source.title}</h1>
        <GradeMark source={view.source} />
        <p>{view.source.source}</p>
        {view.source.confidence ? (
          <p className="text-soft">How sure: {view.source.confidence}</p>
        ) : null}
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
      <RowsTable view={view} />
    </div>
  );
}
