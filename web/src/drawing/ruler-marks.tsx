/** Readings and hatching on the ruler of clearances. */
export const WIDTH = 470;

export function hatch(from: number, to: number, base: number): string {
  let path = "";
  for (let at = from + 6; at < to; at += 6) path += `M${at} ${base}l-5 -9`;
  return path;
}

export function Reading(props: {
  from: number;
  at: number;
  to: number;
  y: number;
  label: string;
  faint: boolean;
}) {
  const { from, at, to, y, label, faint } = props;
  return (
    <g opacity={faint ? 0.75 : 1}>
      <path
        d={`M${from} ${y - 6}v12M${from} ${y}H${to}M${to} ${y - 6}v12`}
        stroke="var(--dye)"
        strokeWidth={faint ? 2 : 3}
        fill="none"
      />
      <circle cx={at} cy={y} r={faint ? 3 : 4.5} fill="var(--dye)" />
      <Label x={to + 8} left={from - 8} y={y + 5}>
        {label}
      </Label>
    </g>
  );
}

/** Beside a mark; on its left when there is no room on its right. */
export function Label({ x, left, y, children }: { x: number; left: number; y: number; children: string }) {
  const fits = x + children.length * 8.6 < WIDTH;
  return (
    <text
      x={fits ? x : left}
      y={y}
      textAnchor={fits ? "start" : "end"}
      fontSize="15"
      fill="var(--ink)"
      stroke="var(--sheet)"
      strokeWidth="4"
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}
