/** A floating insert along its shaft, between the ends of its room. */
import { length, useSettings } from "../ui";

const LONG = 250;

/**
 * The insert between the ends of its room; the room is magnified where it would be too thin to see.
 */
export function UnitAlong({
  width,
  toward,
  away,
}: {
  width: number;
  toward: number;
  away: number;
}) {
  const { units } = useSettings();
  const grow = toward + away > 0 ? Math.max(1, Math.round((width * 0.6) / (toward + away))) : 1;
  const total = width + (toward + away) * grow;
  const at = (mm: number) => (mm / total) * LONG;
  const left = at(toward * grow);
  return (
    <svg
      viewBox="-10 -22 270 92"
      role="img"
      aria-label={`Along the shaft: ${length(toward, units)} towards the fixed unit, ${length(away, units)} away from it, magnified ${grow} times`}
      className="mx-auto h-auto max-h-32 w-full"
    >
      <path d={`M0 -6V46H${LONG}V-6`} stroke="var(--ink)" strokeWidth="3" fill="none" />
      <rect
        x={left}
        y={4}
        width={at(width)}
        height={38}
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text x={left / 2} y={-10} textAnchor="middle" fontSize="12" fill="var(--dye)">
        {length(toward, units)}
      </text>
      <text
        x={left + at(width) + at(away * grow) / 2}
        y={-10}
        textAnchor="middle"
        fontSize="12"
        fill="var(--dye)"
      >
        {length(away, units)}
      </text>
      <text x={0} y={64} fontSize="12" fill="var(--soft)">
        ← fixed unit
      </text>
      <text x={LONG} y={64} textAnchor="end" fontSize="12" fill="var(--soft)">
        {grow > 1 ? `room × ${grow}` : "room to scale"}
      </text>
    </svg>
  );
}
