/** Dimensions along a shaft, each on a line of its own: from where, how long, and what it is. */
import type { LineDrawing } from "../api";
import { length, useSettings, type Units } from "../ui";

export const DIMENSION_ROW = 22;
/** About how wide a letter is. */
const LETTER = 5.4;
const NARROW = 500;

export function Dimensions(props: {
  line: LineDrawing;
  x: (mm: number) => number;
  top: number;
  width: number;
}) {
  const { line, x, top, width } = props;
  const { units } = useSettings();
  return line.dimensions.map((dimension, row) => {
    const y = top + row * DIMENSION_ROW;
    const [a, b] = [x(dimension.from_mm), x(dimension.to_mm.high)];
    // On a phone the names stand in a list below.
    const named = width > NARROW ? ` ${dimension.name}` : "";
    const words = `(${row + 1}) ${howLong(dimension, units)}${named}`;
    // Words stand behind the dimension where they are longer than it; where they would run over the
    // edge they end there.
    const wide = words.length * LETTER;
    const behind = wide > b - a && b + 6 + wide < width;
    const over = !behind && a + 4 + wide > width;
    return (
      <g key={dimension.name} className="stroke-dye" strokeWidth="1">
        <path d={`M${a} ${y}H${b}M${a} ${y - 4}v8M${b} ${y - 4}v8`} fill="none" />
        <text
          x={behind ? b + 6 : over ? width - 4 : a + 4}
          y={behind ? y + 4 : y - 3}
          textAnchor={over ? "end" : "start"}
          className="fill-dye stroke-none text-[11px]"
        >
          {words}
        </text>
      </g>
    );
  });
}

export function howLong(
  { from_mm, to_mm }: LineDrawing["dimensions"][number],
  units: Units,
): string {
  const [low, high] = [to_mm.low - from_mm, to_mm.high - from_mm];
  return high - low < 0.05
    ? length(low, units, 1)
    : `${length(low, units, 1)} to ${length(high, units, 1)}`;
}
