/** The bearing's rings and a roller pair above (-1) or below (1) the shaft, packed with grease. */
import type { GreaseWork } from "../api";

interface Size {
  bearing: number;
  outside: number;
  bore: number;
  dia: number;
}

export function PackedRing(props: {
  side: -1 | 1;
  at: Size;
  left: number;
  fill: string;
  packed: GreaseWork["packed"];
}) {
  const { side, at, left, fill, packed } = props;
  const ring = (at.outside - at.bore) / 2;
  const middle = at.dia / 2;
  const y = side < 0 ? middle - at.outside / 2 : middle + at.bore / 2;
  return (
    <g>
      <rect
        x={left}
        y={y}
        width={at.bearing}
        height={ring}
        fill={packed === "full" || packed === "part" ? fill : "var(--paper)"}
        fillOpacity={packed === "part" ? 0.35 : 0.75}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {[0, 0.78].map((share) => (
        <rect
          key={share}
          x={left}
          y={y + ring * share}
          width={at.bearing}
          height={ring * 0.22}
          fill="var(--steel)"
        />
      ))}
      {[0.28, 0.72].map((share) => (
        <circle
          key={share}
          cx={left + at.bearing * share}
          cy={y + ring / 2}
          r={Math.min(ring * 0.26, at.bearing * 0.2)}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ))}
    </g>
  );
}
