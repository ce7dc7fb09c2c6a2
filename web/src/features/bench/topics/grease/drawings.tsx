/**
 * Housing and bearing to scale with the grease in them, the corners with their strokes, amounts in
 * every measure.
 */
import type { GreaseWork } from "../../../../api";
import { Corners, GreaseHousing } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function GreaseDrawings({ work }: { work: GreaseWork }) {
  const { housing } = work;
  const amounts = [
    work.grams === null ? "" : `${work.grams} g`,
    work.ounces === null ? "" : `${work.ounces} oz`,
    work.strokes === null ? "" : `${work.strokes} strokes of ${work.stroke_g} g`,
    work.cartridges
      ? `${work.cartridges} cartridge${work.cartridges === 1 ? "" : "s"} to bring`
      : "",
  ].filter(Boolean);
  return (
    <section className="sheet space-y-2 p-3" aria-label="Grease">
      {housing ? <GreaseHousing housing={housing} packed={work.packed} /> : null}
      {work.corners.length > 0 ? (
        <Corners corners={work.corners} unit={work.stroke_g === null ? "g" : "strokes"} />
      ) : null}
      {amounts.length > 0 ? (
        <p className="text-center font-bold">Housing: {amounts.join(" · ")}</p>
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
