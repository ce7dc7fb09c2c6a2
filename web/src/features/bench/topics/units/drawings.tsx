/** The unit end on and along its shaft, to scale, and what was said of it. */
import type { UnitWork } from "../../../../api";
import { UnitAlong, UnitEndOn } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function UnitDrawings({ work }: { work: UnitWork }) {
  if (!work.form) return null;
  return (
    <section className="sheet space-y-2 p-3" aria-label="Unit">
      <UnitEndOn unit={work} />
      {work.toward_mm !== null && work.away_mm !== null && work.width_mm !== null ? (
        <UnitAlong width={work.width_mm} toward={work.toward_mm} away={work.away_mm} />
      ) : null}
      <ul>
        {work.verdicts.map(({ what, verdict }, at) => (
          <li key={`${what}.${at}`} className="flex flex-wrap gap-x-3">
            {what}: <VerdictMark verdict={verdict} />
          </li>
        ))}
      </ul>
    </section>
  );
}
