/** The job's home: the shaft to scale, each bearing with what it does, where its work stands and its last figure. A tap opens it. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { getShaft, type Bench } from "../../api";
import { ShaftLine } from "../../drawing";
import { figure, useSettings } from "../../ui";
import { showOf } from "./use-job";

export function ShaftHome({ bench }: { bench: Bench }) {
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
