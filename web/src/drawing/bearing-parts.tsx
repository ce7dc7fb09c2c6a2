/** Small parts of the half section: hatching, a ball, the words below it. */
import type { Section } from "../api";
import { MAGNIFY, WIDTH } from "./bearing-geometry";

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

export function Caption({ section, playUm }: { section: Section; playUm: number | null }) {
  return (
    <figcaption className="text-sm text-soft">
      <span className="block text-ink">
        ⌀{section.bore_mm} × ⌀{section.outside_mm} × {section.width_mm} mm
        {section.shaft_known === false
          ? ", shaft not given yet"
          : `, shaft ⌀${section.shaft_mm.toFixed(1).replace(/\.0$/, "")}`}
        {section.shaft_bore_mm > 0
          ? `, bored ⌀${section.shaft_bore_mm.toFixed(1).replace(/\.0$/, "")}`
          : ""}
      </span>
      Half section to scale{playUm ? `; the play is drawn ${MAGNIFY} times larger` : ""}. Raceways
      and rollers are computed from bore, outside diameter and width.
    </figcaption>
  );
}

export interface Mark {
  at_mm: number;
  radius_mm: number;
  towards: number;
  right: boolean;
  words: string;
}

const ARROW = 46;

/** How far a drawing reaches to both sides with its arrows. */
export function reach(
  from: number,
  to: number,
  tips: { x: number; towards: number }[],
): [number, number] {
  const tails = tips.map((tip) => tip.x - tip.towards * (ARROW + 8));
  return [Math.min(from, ...tails), Math.max(to, ...tails)];
}

/** Where the force goes: an arrow to the point, crossed out where it must never go. */
export function ForceArrow({ x, y, mark }: { x: number; y: number; mark: Mark }) {
  const tail = x - mark.towards * ARROW;
  const colour = mark.right ? "var(--dye)" : "var(--oxide)";
  const middle = (x + tail) / 2;
  return (
    <g fill="none" stroke={colour} strokeWidth="6">
      <path d={`M${tail} ${y}H${x - mark.towards * 12}`} />
      <path
        d={`M${x} ${y}l${-mark.towards * 18} -11v22z`}
        fill={colour}
        stroke="var(--sheet)"
        strokeWidth="1"
      />
      {mark.right ? null : (
        <path
          d={`M${middle - 13} ${y - 13}l26 26M${middle + 13} ${y - 13}l-26 26`}
          strokeWidth="5"
        />
      )}
    </g>
  );
}

/** The play between roller and raceway, drawn larger than it is. */
export function Play({
  x,
  from,
  to,
  words,
}: {
  x: number;
  from: number;
  to: number;
  words: string;
}) {
  return (
    <g stroke="var(--dye)" fill="var(--dye)">
      <path d={`M${x + 14} ${from}V${to}`} strokeWidth="5" />
      <path d={`M${x - 3} ${from}h24M${x - 3} ${to}h24`} strokeWidth="1.5" fill="none" />
      <text
        x={x + 26}
        y={(from + to) / 2 + 6}
        fontSize={WIDTH - x > 108 ? 19 : 14}
        fontWeight="700"
        stroke="none"
      >
        {words}
      </text>
    </g>
  );
}
