/** The joint that is tightened with its bolts, the outer ring in its seat, and what was judged. */
import type { ClosingWork } from "../../../../api";
import { BoltField, RingInSeat } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function ClosingDrawings({ work }: { work: ClosingWork }) {
  const joint = work.joints.find(({ at_torque }) => !at_torque) ?? work.joints.at(-1);
  return (
    <section className="sheet space-y-2 p-3" aria-label="Housing being closed">
      {joint ? <BoltField joint={joint} /> : null}
      {work.ring ? <RingInSeat ring={work.ring} /> : null}
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
