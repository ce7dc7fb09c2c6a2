/**
 * Bearing on its shaft with a seal on either side, which way their lips look, and what was judged.
 */
import type { SealWork } from "../../../../api";
import { SealSides } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function SealDrawings({ work }: { work: SealWork }) {
  return (
    <section className="sheet space-y-2 p-3" aria-label="Seals">
      {work.bore_mm > 0 ? <SealSides seals={work} /> : null}
      <ul>
        {work.lines.map(({ what, verdict }, at) => (
          <li key={`${what}.${at}`} className="flex flex-wrap gap-x-3">
            {what}: <VerdictMark verdict={verdict} />
          </li>
        ))}
      </ul>
    </section>
  );
}
