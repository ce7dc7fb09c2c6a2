/**
 * The outer ring in its seat, gaps magnified: towards the other bearing on the left, away from it
 * on the right.
 */
import type { ClosingWork } from "../api";
import { length, useSettings } from "../ui";

type Ring = NonNullable<ClosingWork["ring"]>;
const WIDE = 150;
const MAGNIFY = 10;

/** Gaps as drawn: to scale with the ring, ten times as wide, and never off the page. */
export function drawnGaps(ring: Ring) {
  const scale = WIDE / ring.width_mm;
  const most = 70;
  const gap = (mm: number | null) => (mm === null ? 20 : Math.min(mm * scale * MAGNIFY, most));
  return { toward: gap(ring.toward_mm), away: gap(ring.away_mm), most, scale };
}

export function RingInSeat({ ring }: { ring: Ring }) {
  const { units } = useSettings();
  const { toward, away } = drawnGaps(ring);
  const measured = ring.toward_mm !== null && ring.away_mm !== null;
  const said = measured
    ? `${length(ring.toward_mm ?? 0, units, 2)} towards the other bearing, ${length(ring.away_mm ?? 0, units, 2)} away from it`
    : "gaps not measured yet";
  const plan =
    ring.plan_toward_mm === null
      ? ""
      : `; planned ${length(ring.plan_toward_mm, units, 2)} towards it`;
  return (
    <figure>
      <svg
        viewBox={`${-toward - 46} -14 ${toward + WIDE + away + 92} 118`}
        role="img"
        aria-label={`Outer ring in its seat, ${ring.held ? "fixed" : "floating"}: ${said}${plan}; gaps drawn ${MAGNIFY} times`}
        className="mx-auto h-auto max-h-44 w-full"
      >
        <path
          d={`M${-toward - 40} 0V70H${WIDE + away + 40}V0H${WIDE + away}V40H${-toward}V0Z`}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
        <rect
          width={WIDE}
          height="40"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray={measured ? undefined : "7 5"}
        />
        <text
          x={-toward / 2}
          y="92"
          textAnchor="middle"
          fontSize="14"
          fontWeight="700"
          fill="var(--dye)"
        >
          {ring.toward_mm === null ? "?" : length(ring.toward_mm, units, 2)}
        </text>
        <text
          x={WIDE + away / 2}
          y="92"
          textAnchor="middle"
          fontSize="14"
          fontWeight="700"
          fill="var(--dye)"
        >
          {ring.away_mm === null ? "?" : length(ring.away_mm, units, 2)}
        </text>
        <text x={WIDE / 2} y="25" textAnchor="middle" fontSize="13" fill="var(--ink)">
          {ring.held ? "fixed" : "floating"}
        </text>
      </svg>
      <figcaption className="text-center text-sm text-soft">
        Left: towards the other bearing. Gaps drawn {MAGNIFY} times{plan}.
      </figcaption>
    </figure>
  );
}
