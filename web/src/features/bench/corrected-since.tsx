/**
 * What this job was worked out with that was corrected since: asked for once, when the job is
 * opened.
 */
import { useQuery } from "@tanstack/react-query";
import { getSuperseded, type Bench, type Superseded } from "../../api";
import { day } from "../../ui";

export function CorrectedSince({ bench }: { bench: Bench }) {
  const { id, status, places } = bench;
  // A plan that is made anew rests on what holds now.
  const { data } = useQuery({ queryKey: ["superseded", id], queryFn: () => getSuperseded(id) });
  const label = (at: string) =>
    places.length > 1 ? places.find((place) => place.id === at)?.name : "";
  return (
    <Corrections found={data ?? []} done={status === "signed"} label={(at) => label(at) ?? ""} />
  );
}

export function Corrections(props: {
  found: Superseded[];
  done: boolean;
  label: (at: string) => string;
}) {
  const { found, done, label } = props;
  if (found.length === 0) return null;
  return (
    <section role="alert" className="sheet border-2 border-care px-4 py-3">
      <h2 className="font-bold">
        <span aria-hidden className="text-care">
          △{" "}
        </span>
        Corrected since this job was worked out
      </h2>
      <ul className="divide-y divide-rule">
        {found.map((one) => (
          <li key={`${one.place} ${one.what} ${one.where}`} className="py-1">
            <b>{[label(one.place), one.what, one.where].filter(Boolean).join(", ")}</b>
            {one.changes.map((change) => (
              <span key={change} className="block font-mono">
                {change}
              </span>
            ))}
            <span className="block text-sm text-soft">
              {one.said} ({one.by}, {day(one.recorded_at)})
            </span>
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">
        {done
          ? "The record stays as it was signed; judge whether the bearing has to be looked at."
          : "The figures here are those of then. Change the plan, or open the job anew, before going on by them."}
      </p>
    </section>
  );
}
