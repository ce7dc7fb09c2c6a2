/** A base from above: its corners with what each gets and got. */
import type { GreaseWork } from "../api";

type Corner = GreaseWork["corners"][number];

/**
 * Where corners stand, round the base clockwise from the top left; two face each other, others go
 * round.
 */
export function cornerAt(number: number, count: number): { x: number; y: number } {
  if (count === 4)
    return [
      { x: -95, y: -48 },
      { x: 95, y: -48 },
      { x: 95, y: 48 },
      { x: -95, y: 48 },
    ][number - 1]!;
  const turn = ((number - 1) / count) * 2 * Math.PI - Math.PI;
  return { x: count === 1 ? 0 : 95 * Math.cos(turn), y: count === 1 ? -48 : 52 * Math.sin(turn) };
}

export function Corners({ corners, unit }: { corners: Corner[]; unit: string }) {
  const words = corners.map(
    ({ number, asked, given }) =>
      `corner ${number}: ${given === null ? `${asked} ${unit}` : `${given} of ${asked} ${unit}, done`}`,
  );
  const next = corners.find(
    ({ given, verdict }) => given === null || verdict?.level === "stop",
  )?.number;
  return (
    <svg
      viewBox="-150 -84 300 168"
      role="img"
      aria-label={`Base from above: ${words.join("; ")}`}
      className="mx-auto h-auto max-h-52 w-full"
    >
      <rect
        x="-140"
        y="-76"
        width="280"
        height="152"
        rx="10"
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <rect
        x="-34"
        y="-76"
        width="68"
        height="152"
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path d="M-150 0H150" stroke="var(--ink)" strokeDasharray="10 4 2 4" />
      {corners.map(({ number, asked, given, verdict }) => {
        const { x, y } = cornerAt(number, corners.length);
        const bad = verdict?.level === "stop";
        return (
          <g key={number} transform={`translate(${x} ${y})`}>
            <circle
              r="25"
              fill={
                number === next ? "var(--mark)" : given === null ? "var(--sheet)" : "var(--wash)"
              }
              stroke={bad ? "var(--oxide)" : "var(--ink)"}
              strokeWidth={bad ? 4 : 2}
            />
            <text
              textAnchor="middle"
              y="-2"
              fontSize="17"
              fontWeight="700"
              fill={number === next ? "var(--on-mark)" : "var(--ink)"}
            >
              {given ?? asked}
            </text>
            <text
              textAnchor="middle"
              y="14"
              fontSize="11"
              fill={number === next ? "var(--on-mark)" : "var(--ink)"}
            >
              {given === null ? unit : bad ? "too much" : "✓ done"}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
