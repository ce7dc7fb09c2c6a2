/** Small parts of the half section: hatching, a ball, the words below it. */
import type { Section } from "../api";
import { MAGNIFY } from "./bearing-geometry";

/** Hatching of cut metal in both directions, so that neighbours differ. */
export function Hatching({ id }: { id: string }) {
  return (
    <defs>
      {[45, -45].map((angle) => (
        <pattern
          key={angle}
          id={`${id}h${angle > 0 ? "a" : "b"}`}
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform={`rotate(${angle})`}
        >
          <path d="M0 0V7" stroke="var(--soft)" strokeWidth="1.1" />
        </pattern>
      ))}
    </defs>
  );
}

export function Ball({ centre, radius }: { centre: string; radius: number }) {
  const [cx, cy] = centre.split(" ").map(Number);
  return <circle cx={cx} cy={cy} r={radius} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />;
}

export function Caption({ section, playUm }: { section: Section; playUm: number | null }) {
  return (
    <figcaption className="text-sm text-soft">
      <span className="block text-ink">
        ⌀{section.bore_mm} × ⌀{section.outside_mm} × {section.width_mm} mm
        {section.shaft_known === false
          ? ", shaft not given yet"
          : `, shaft ⌀${section.shaft_mm.toFixed(1).replace(/\.0$/, "")}`}
        {section.shaft_bore_mm > 0 ? `, bored ⌀${section.shaft_bore_mm.toFixed(1).replace(/\.0$/, "")}` : ""}
      </span>
      Half section to scale{playUm ? `; the play is drawn ${MAGNIFY} times larger` : ""}. Raceways and rollers
      are computed from bore, outside diameter and width.
    </figcaption>
  );
}
