/** Every table with its source, how good it is, and whether it was compared with print. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { getTables, type TableHead } from "../../api";
import { TextField } from "../../ui";
import { GradeMark } from "./grade-mark";

export function TablesPage() {
  const tables = useQuery({ queryKey: ["tables"], queryFn: getTables, staleTime: 60_000 });
  const [wanted, setWanted] = useState("");
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = tables.data?.filter((head) => words.every((word) => searched(head).includes(word)));
  return (
    <div className="mx-auto max-w-5xl">
      <h1 className="text-2xl font-bold">Tables</h1>
      <p className="pb-3 text-soft">
        Every number comes from one of these. Each says where it is from, how good that is, and
        whether it was compared with print.
      </p>
      <div className="max-w-md pb-4">
        <TextField
          label="Find a table"
          type="search"
          value={wanted}
          placeholder="clearance, nut, sleeve, card …"
          onChange={(event) => setWanted(event.target.value)}
        />
      </div>
      <p className="pb-4">
        <Link
          to="/tables/signs"
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          Signs on an old bearing, and the causes they point to
        </Link>
      </p>
      {tables.isError ? (
        <p className="sheet p-4">
          The tables cannot be fetched now. Try again when the network is back.
        </p>
      ) : null}
      {found?.length === 0 ? (
        <p className="sheet p-4">No table has these words. Try fewer of them.</p>
      ) : null}
      <ul className="border-t-2 border-ink">
        {found?.map((head) => (
          <li key={head.id} className="border-b border-rule">
            <Link
              to={`/tables/${head.id}`}
              className="grid min-h-16 gap-x-6 py-2 hover:bg-wash sm:grid-cols-[1fr_15rem]"
            >
              <span>
                <b>{head.source.title}</b>
                {head.own ? <span className="text-soft"> (typed in here)</span> : null}
                <span className="block text-sm text-soft">{head.source.source}</span>
              </span>
              <span className="text-sm">
                <GradeMark source={head.source} />
                <span className="block text-soft">
                  {head.rows} rows
                  {head.charts ? `, ${head.charts} ${head.charts === 1 ? "chart" : "charts"}` : ""}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

const searched = (head: TableHead) =>
  `${head.id} ${head.source.title} ${head.source.source} ${head.source.grade} ${head.source.checked}`.toLowerCase();
