/** The bearing in section with the force of the chosen way: where it goes, and where it must never go. */
import { BearingSection } from "../../../../drawing";
import type { RemovalWork } from "./panel";

export function RemovalDrawings({ work }: { work: RemovalWork }) {
  if (!work.section) return null;
  return (
    <section className="sheet p-3" aria-label="Where the force goes">
      <BearingSection section={work.section} playUm={null} label="Bearing to take off" marks={work.marks} />
      <ul className="pt-1 text-sm">
        {work.marks.map((mark) => (
          <li key={mark.words} className={mark.right ? "font-bold" : "font-bold text-oxide"}>
            {mark.right ? "✓" : "✕"} {mark.words}
          </li>
        ))}
      </ul>
      {work.marks.length === 0 ? (
        <p className="text-sm text-soft">Once the way is chosen, this shows where the force goes.</p>
      ) : null}
    </section>
  );
}
