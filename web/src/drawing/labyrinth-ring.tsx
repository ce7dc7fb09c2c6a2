/**
 * A labyrinth in section: the half in the housing's groove stands, the half with the set screw
 * turns; rings where they sit.
 */
import type { SealWork } from "../api";

export function LabyrinthRing(props: {
  side: SealWork["sides"][number];
  x: number;
  shaft: number;
  due: boolean;
}) {
  const { side, x, shaft, due } = props;
  // The set screw is on the outside of the housing: away from the bearing.
  const out = side.side === "inboard" ? -1 : 1;
  const broken = side.on ? undefined : "5 4";
  const turning = due ? "var(--mark)" : side.on ? "var(--dye)" : "var(--sheet)";
  const line = { stroke: "var(--ink)", strokeWidth: 2, strokeDasharray: broken };
  return (
    <g transform={`translate(${x} ${-shaft})`}>
      <path
        d={`M${-out * 16} -58H${out * 4}V-36H${-out * 4}V-26H${-out * 16}Z`}
        fill="var(--paper)"
        {...line}
      />
      <path
        d={`M${-out * 12} 0H${out * 18}V-24H${out * 10}V-40H${out * 6}V-20H${-out * 12}Z`}
        fill={turning}
        {...line}
      />
      <circle
        cx={out * 14}
        cy="-10"
        r="3"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {side.rings && side.rings !== "neither" ? (
        <path
          d={
            side.rings === "shaft"
              ? `M${out * 6} -34h${out * 4}M${out * 6} -28h${out * 4}`
              : `M${out * 4} -52v6M${out * 4} -44v6`
          }
          stroke="var(--ink)"
          strokeWidth="3"
        />
      ) : null}
      {side.purged ? (
        <path
          d={`M${out * 6} -60c${out * 4} -8 ${out * 12} -8 ${out * 16} 0Z`}
          fill="var(--mark)"
          stroke="var(--ink)"
        />
      ) : null}
      <text y="-66" textAnchor="middle" fontSize="15" fill="var(--ink)">
        {side.left === "" ? "✓" : side.on ? "•" : "○"}
      </text>
    </g>
  );
}
