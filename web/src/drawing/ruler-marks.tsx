/** Readings and hatching on the ruler of clearances. */
import type { Units } from "../ui";

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
export function Label({
  x,
  left,
  y,
  children,
}: {
  x: number;
  left: number;
  y: number;
  children: string;
}) {
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

/** Where the bearing is believed to be: a band with its middle. */
export function Estimate(props: {
  from: number;
  at: number;
  to: number;
  y: number;
  label: string;
}) {
  const { from, at, to, y, label } = props;
  return (
    <g>
      <rect
        x={from}
        width={to - from}
        y={y + 2}
        height="14"
        fill="var(--dye)"
        fillOpacity="0.3"
        stroke="var(--dye)"
        strokeDasharray="4 3"
      />
      <path d={`M${at} ${y}v18`} stroke="var(--dye)" strokeWidth="3" />
      <Label x={to + 8} left={from - 8} y={y + 14}>
        {label}
      </Label>
    </g>
  );
}

const UM_PER_THOU = 25.4;

/** Marks of the scale, at whole steps of what is shown. */
export function ticks(from: number, to: number, units: Units): number[] {
  const unit = units === "mm" ? 10 : UM_PER_THOU;
  const span = (to - from) / unit;
  const every = span <= 9 ? 1 : span <= 18 ? 2 : span <= 45 ? 5 : 10;
  const step = unit * every;
  const found = [];
  for (let at = Math.ceil(from / step) * step; at <= to + 0.01; at += step) found.push(at);
  return found;
}
