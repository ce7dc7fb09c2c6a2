/** The log: every entry, newest first; corrections beside what they replace. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getLog, type Bench, type LogLine } from "../../api";
import { Button, Say, moment } from "../../ui";
import type { Tap } from "./parts";
import { Correction } from "./correction";
import { KeepHere } from "./kept/keep-here";
import { KeptLine } from "./kept/kept-line";

const SHORT = 5;

/**
 * The newest entries come with every answer; older ones are asked for when somebody wants to see
 * them.
 */
export function LogPanel({ bench, tap }: { bench: Bench; tap: Tap }) {
  const { id: job, log: newestLines, last_seq: last } = bench;
  const names = new Map(bench.places.map((place) => [place.id, place.name]));
  const [all, setAll] = useState(false);
  const first = newestLines[0]?.seq ?? 1;
  const older = useQuery({
    queryKey: ["log", job, first],
    queryFn: () => olderThan(job, first),
    enabled: all && first > 1,
    placeholderData: keepPreviousData,
  });
  // Entries between what was fetched and what came with the newest answer are in one of the two.
  const known = new Map([...(older.data ?? []), ...newestLines].map((line) => [line.seq, line]));
  const log = [...known.values()].sort((a, b) => a.seq - b.seq);
  const [keeping, setKeeping] = useState(0);
  // A signed or abandoned record takes no more of it.
  const keeps = bench.status === "open" || bench.status === "stopped";
  const [target, setTarget] = useState<LogLine | null>(null);
  const newest = [...log].reverse();
  const shown = all ? newest : newest.slice(0, SHORT);
  return (
    <section className="sheet px-4 py-3" aria-labelledby="log">
      <h2 id="log" className="font-bold">
        Log
      </h2>
      <ol reversed>
        {shown.map((line) => (
          <li
            key={line.seq}
            className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1 last:border-b-0"
          >
            <div className="min-w-0 flex-1 basis-64">
              <span className="pr-2 font-mono text-sm text-soft">{line.seq}</span>
              {line.replaced ? (
                <>
                  <s className="text-soft">
                    <Say>{line.text}</Say>
                  </s>{" "}
                  <b>
                    Corrected: <Say>{line.replaced.by}</Say>
                  </b>{" "}
                  ({line.replaced.reason})
                </>
              ) : (
                <Say>{line.text}</Say>
              )}
              <span className="block text-sm text-soft">
                {bench.places.length > 1 && line.at ? `${names.get(line.at)}: ` : ""}
                {line.actor}, {moment(line.happened_at)}
                {line.doubt ? ` △ ${line.doubt}` : ""}
              </span>
            </div>
            <div className="flex gap-x-3">
              {line.says ? (
                <Button kind="quiet" onClick={() => setTarget(line)}>
                  Correct<span className="sr-only"> entry {line.seq}</span>
                </Button>
              ) : null}
              {line.kind === "attached" ? (
                <KeptLine job={job} line={line} />
              ) : keeps ? (
                <Button
                  kind="quiet"
                  aria-expanded={keeping === line.seq}
                  onClick={() => setKeeping(line.seq)}
                >
                  Photo, voice<span className="sr-only"> for entry {line.seq}</span>
                </Button>
              ) : null}
            </div>
            {keeping === line.seq ? (
              <KeepHere
                job={job}
                tap={tap}
                entry={line.seq}
                words={line.text.slice(0, 120)}
                onDone={() => setKeeping(0)}
              />
            ) : null}
          </li>
        ))}
      </ol>
      {all && older.isError ? (
        <p className="py-2 text-care">△ Older entries cannot be fetched just now.</p>
      ) : null}
      {last > SHORT ? (
        <Button kind="quiet" onClick={() => setAll(!all)}>
          {all ? "Show the newest only" : `Show all ${last} entries`}
        </Button>
      ) : null}
      {target ? (
        <Correction key={target.seq} line={target} onClose={() => setTarget(null)} tap={tap} />
      ) : null}
    </section>
  );
}

/** Everything before an entry, page by page. */
async function olderThan(job: string, first: number): Promise<LogLine[]> {
  const found: LogLine[] = [];
  for (let before = first; before > 1; before = found[0]?.seq ?? 1)
    found.unshift(...(await getLog(job, before)));
  return found;
}
