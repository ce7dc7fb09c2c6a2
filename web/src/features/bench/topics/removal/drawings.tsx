/**
 * The bearing in section with the force of the chosen way: where it goes, and where it must never
 * go.
 */
import { BearingSection, ToolDrawing } from "../../../../drawing";
import type { RemovalWork } from "./panel";

export function RemovalDrawings({ work }: { work: RemovalWork }) {
  if (work.straight) return <OnItsSeat work={work} section={work.straight} />;
  if (!work.section) return null;
  return (
    <section className="sheet p-3" aria-label="Where the force goes">
      <BearingSection
        section={work.section}
        playUm={null}
        label="Bearing to remove"
        marks={work.marks}
      />
      <ul className="pt-1 text-sm">
        {work.marks.map((mark) => (
          <li key={mark.words} className={mark.right ? "font-bold" : "font-bold text-oxide"}>
            {mark.right ? "✓" : "✕"} {mark.words}
          </li>
        ))}
      </ul>
      {work.marks.length === 0 ? (
        <p className="text-sm text-soft">
          Once the way is chosen, this shows where the force goes.
        </p>
      ) : null}
    </section>
  );
}

/** On a cylindrical seat: press or puller as it stands, right and wrong. */
function OnItsSeat({
  work,
  section,
}: {
  work: RemovalWork;
  section: NonNullable<RemovalWork["straight"]>;
}) {
  const { set_up: setUp } = work;
  return (
    <section className="sheet space-y-1 p-3" aria-label="Where the force goes">
      {setUp ? (
        <>
          <ToolDrawing section={section} setUp={setUp} />
          <p className="text-sm font-bold">✓ {setUp.right_words}; a protector on the shaft end</p>
          <ToolDrawing section={section} setUp={setUp} wrong />
          <p className="text-sm font-bold text-oxide">✕ {setUp.wrong_words}</p>
        </>
      ) : (
        <p className="text-sm text-soft">
          Which ring is tight, and by press or puller: then this shows how the tool stands, right
          and wrong.
        </p>
      )}
    </section>
  );
}
