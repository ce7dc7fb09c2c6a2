/** The shaft line with every dimension, what stands beside it, and the sheet to scribe from. */
import { ShaftLine, howLong } from "../../../../drawing";
import { Say, useSettings } from "../../../../ui";
import type { LineUpWork } from "./panel";

export function Line({ job, work }: { job: string; work: LineUpWork }) {
  const { drawing } = work;
  const { units } = useSettings();
  const names = new Map(drawing.bearings.map((bearing) => [bearing.id, bearing.name]));
  return (
    <div className="pt-3">
      <ShaftLine line={drawing} title="Shaft line, to scale" dimensioned />
      <ol className="list-decimal pb-2 pl-6 text-sm sm:hidden">
        {drawing.dimensions.map((dimension) => (
          <li key={dimension.name}>
            <b>{howLong(dimension, units)}</b> {dimension.name}
          </li>
        ))}
      </ol>
      <ul className="grid gap-x-6 text-sm sm:grid-cols-2" aria-label="Stands beside the shaft">
        {drawing.beside.map(({ place, text }) => (
          <li key={place + text}>
            <span className="text-soft">{names.get(place) ?? "Shaft"}:</span> <Say>{text}</Say>
          </li>
        ))}
      </ul>
      <MarkOutLink job={job} />
    </div>
  );
}

export function MarkOutLink({ job }: { job: string }) {
  return (
    <p className="flex flex-wrap gap-x-4">
      {["A4", "letter"].map((paper) => (
        <a
          key={paper}
          href={`/api/jobs/${job}/mark-out.pdf?paper=${paper}`}
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          Mark-out sheet to scale, {paper === "A4" ? "A4" : "Letter"}
        </a>
      ))}
    </p>
  );
}
