/**
 * Where today's rules would judge otherwise than a record was signed. The record itself stays as it
 * was.
 */
import { useQuery } from "@tanstack/react-query";
import { getToday, type Bench, type Otherwise } from "../../api";
import { Say, VerdictMark } from "../../ui";

export function JudgedToday({ bench }: { bench: Bench }) {
  const signed = bench.status === "signed";
  const { data } = useQuery({
    queryKey: ["today", bench.id, bench.last_seq],
    queryFn: () => getToday(bench.id),
    enabled: signed,
  });
  return signed ? <PartedFromToday found={data ?? []} /> : null;
}

export function PartedFromToday({ found }: { found: Otherwise[] }) {
  if (found.length === 0) return null;
  const worse = found.some((one) => one.worse);
  return (
    <section
      className={`sheet px-4 py-3 ${worse ? "border-2 border-oxide" : ""}`}
      aria-labelledby="judged-today"
    >
      <h2 id="judged-today" className="font-bold">
        Today&apos;s rules would say otherwise
      </h2>
      <p className="text-sm text-soft">
        From the same readings. The record stays as it was signed
        {worse ? "; look at the bearing again, and open a job for what has to be done." : "."}
      </p>
      <ul className="divide-y divide-rule">
        {found.map((one) => (
          <li key={`${one.entry}.${one.what}.${one.where}`} className="py-2">
            <p>
              <b>
                <Say>{one.what}</Say>
              </b>{" "}
              <span className="text-sm text-soft">
                {[one.where, one.entry ? `entry ${one.entry}` : "", `signed as “${one.then.word}”`]
                  .filter(Boolean)
                  .join(", ")}
              </span>
            </p>
            <p>
              Today: <VerdictMark verdict={one.today} /> <Say>{one.today.reason}</Say>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
