/**
 * The job's home: the shaft to scale, each bearing with what it does, where its work stands and its
 * last figure. A tap opens it.
 */
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { getShaft, type Bench } from "../../api";
import { ShaftLine } from "../../drawing";
import { figure, useSettings } from "../../ui";
import { showOf } from "./use-job";

/**
 * Where no bearing is known the places are no shaft: a round goes from machine to machine, and they
 * are listed.
 */
export function PlacesHome({ bench }: { bench: Bench }) {
  return bench.places.some((place) => place.bearing) ? (
    <ShaftHome bench={bench} />
  ) : (
    <ul className="sheet divide-y divide-rule px-3" aria-label="Stops">
      {bench.places.map((place) => (
        <li key={place.id}>
          <Link
            to={`/jobs/${bench.id}${showOf(place.id, "")}`}
            className="flex min-h-12 items-center justify-between gap-3 py-1"
          >
            <span className="text-dye underline underline-offset-4">{place.name}</span>
            <span className="text-sm text-soft">{place.stage ? "to do" : "done, or skipped"}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function ShaftHome({ bench }: { bench: Bench }) {
  const navigate = useNavigate();
  const { units } = useSettings();
  const line = useQuery({
    queryKey: ["shaft", bench.id, bench.last_seq],
    queryFn: () => getShaft(bench.id),
    placeholderData: (before) => before,
  });
  if (!line.data) return null;
  const words = Object.fromEntries(
    bench.places.map((place) => [
      place.id,
      [place.stage || "done", place.figure ? figure({ ...place.figure, working: [] }, units) : ""]
        .filter(Boolean)
        .join(", "),
    ]),
  );
  return (
    <section className="sheet p-3" aria-label="Shaft line">
      <ShaftLine
        line={line.data}
        words={words}
        title={`Shaft line of ${bench.machine}, to scale`}
        onBearing={(id) => void navigate(`/jobs/${bench.id}${showOf(id, "")}`)}
      />
      <p className="text-sm text-soft">
        {line.data.known
          ? "To scale; its dimensions stand at Line up."
          : "Where nobody has measured the marks, bearings are drawn at a usual place."}{" "}
        Tap a bearing to open its work.
      </p>
    </section>
  );
}
