/**
 * The follower to scale, end on: roller, stud or pin, and where the grease hole lies against the
 * load.
 */
import type { FollowerWork } from "../../../../api";
import { FollowerDrawing } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function FollowerDrawings({ work }: { work: FollowerWork }) {
  if (!work.mount) return null;
  const said = [
    { what: "Fit", verdict: work.fit },
    { what: "Grease hole", verdict: work.hole },
    { what: work.mount === "stud" ? "Nut" : "Plates", verdict: work.carried },
    { what: "Oil hole", verdict: work.plug },
  ];
  return (
    <section className="sheet space-y-2 p-3" aria-label="Follower">
      <FollowerDrawing
        stud={work.stud_mm}
        roller={work.roller_mm}
        width={work.width_mm}
        hole={work.hole_at}
      />
      <ul>
        {said.map(({ what, verdict }) =>
          verdict ? (
            <li key={what} className="flex gap-3">
              {what}: <VerdictMark verdict={verdict} />
            </li>
          ) : null,
        )}
      </ul>
    </section>
  );
}
