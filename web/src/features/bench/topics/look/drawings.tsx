/** The rings unrolled, to scale, with everything that is marked on them. */
import type { LookWork } from "../../../../api";
import { Unrolled, said } from "../../../../drawing";

export function LookDrawings({ work }: { work: LookWork }) {
  const shown = work.strips.filter(
    (strip) => strip.face === "outer" || work.findings.some((one) => one.face === strip.face),
  );
  if (shown.length === 0) return null;
  return (
    <section className="sheet space-y-3 p-3" aria-label="Rings unrolled">
      {shown.map((strip) => (
        <figure key={strip.face}>
          <figcaption className="text-sm font-bold first-letter:uppercase">
            {strip.words}, unrolled
          </figcaption>
          <Unrolled strip={strip} findings={work.findings} loadDeg={work.load_deg} />
          <ul className="text-sm">
            {work.findings
              .filter((one) => one.face === strip.face)
              .map((one) => (
                <li key={one.entry}>
                  <span className="font-mono text-soft">{one.entry}</span> {said(one)}
                </li>
              ))}
          </ul>
        </figure>
      ))}
      <p className="text-sm text-soft">
        To scale, the upper half above the lower; 0° is the ring's top mark, clockwise seen from the
        nut's side; row 1 is at the nut's side.
      </p>
    </section>
  );
}
