/** The outer ring in its seat as it was found, gaps magnified. */
import type { FoundWork } from "../../../../api";
import { RingInSeat } from "../../../../drawing";

export function FoundDrawings({ work }: { work: FoundWork }) {
  const found = work.read?.found;
  if (work.width_mm === null) return null;
  const ring = {
    width_mm: work.width_mm,
    toward_mm: found?.toward_mm ?? null,
    away_mm: found?.away_mm ?? null,
    plan_toward_mm: null,
    held: found?.rings === "both",
  };
  return (
    <section className="sheet space-y-2 p-3" aria-label="As found">
      <RingInSeat ring={ring} />
    </section>
  );
}
