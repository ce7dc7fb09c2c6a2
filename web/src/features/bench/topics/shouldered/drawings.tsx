/**
 * The ring before its shoulder, to scale, with the tube; and the gaps all round where they were
 * read.
 */
import type { ShoulderWork } from "../../../../api";
import { ShoulderDrawing, TiltClock } from "../../../../drawing";
import { length, useSettings } from "../../../../ui";

export function ShoulderDrawings({ work }: { work: ShoulderWork }) {
  const { units } = useSettings();
  const { section, gaps_mm: gaps, shoulder } = work;
  if (!section) return null;
  const home = shoulder?.level === "good";
  const gap = home
    ? null
    : gaps.length > 0
      ? gaps.reduce((sum, one) => sum + one, 0) / gaps.length
      : 0;
  const { tube } = section;
  return (
    <section className="sheet space-y-2 p-3" aria-label="Ring and shoulder">
      <ShoulderDrawing section={section} gapMm={gap} />
      <p className="text-sm text-soft">To scale; gaps 10 times larger.</p>
      {tube ? (
        <p className="text-sm">
          Tube for a drift: inside {length(tube.inside_mm.low, units)} to{" "}
          {length(tube.inside_mm.high, units)}, outside under {length(tube.outside_mm, units)}
          {tube.length_mm === null ? "" : `, longer than ${length(tube.length_mm, units)}`}; soft
          metal, square ends.
        </p>
      ) : null}
      {gaps.length > 0 ? (
        <TiltClock gaps={gaps} towardsDeg={work.tilt?.level === "good" ? null : work.tilt_deg} />
      ) : null}
    </section>
  );
}
