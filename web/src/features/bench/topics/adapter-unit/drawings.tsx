/**
 * The nut of the unit from its face: where it stands from its mark, and where the sheet wants it.
 */
import type { AdapterWork } from "../../../../api";
import { TurnDial } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function AdapterDrawings({ work }: { work: AdapterWork }) {
  return (
    <section className="sheet space-y-2 p-3" aria-label="Nut of the unit">
      <TurnDial work={work} />
      <ul>
        {work.verdicts.map(({ what, verdict }) => (
          <li key={what} className="flex flex-wrap gap-x-3">
            {what}: <VerdictMark verdict={verdict} />
          </li>
        ))}
      </ul>
    </section>
  );
}
