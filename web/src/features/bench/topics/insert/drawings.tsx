/**
 * This housing with its fitting, groove, slots and pin's slot, the insert in it, and what was said
 * of it.
 */
import type { InsertWork } from "../../../../api";
import { InsertHousing } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function InsertDrawings({ work }: { work: InsertWork }) {
  if (!work.planned) return null;
  return (
    <section className="sheet space-y-2 p-3" aria-label="Housing and insert">
      <InsertHousing insert={work} />
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
