/** A shaft to scale, lying: bearings with what they do in word and shape, parts on it, marks from the datum. Bearings can be tapped. */
import type { LineDrawing } from "../api";
import { length, useSettings } from "../ui";

/** On a phone the drawing is laid out narrower, so that its words stay readable. */
const widthHere = () => (window.innerWidth < 640 ? 400 : 720);

export interface ShaftLineProps {
  line: LineDrawing;
  /** What stands under each bearing, by its id. */
  words?: Record<string, string>;
  onBearing?: (id: string) => void;
  title: string;
}

export function ShaftLine({ line, words = {}, onBearing, title }: ShaftLineProps) {
  const { units } = useSettings();
  const largest = Math.max(
    ...line.bearings.map((b) => b.outside_mm),
    ...line.parts.map((p) => p.diameter_mm),
  );
  const WIDTH = widthHere();
  const scale = (WIDTH - 40) / line.length_mm;
  const axis = (largest * scale) / 2 + 26;
  const x = (mm: number) => 20 + mm * scale;
  const below = axis + (largest * scale) / 2;
  const height = below + 92;
  const shaft = Math.max(6, line.shaft_mm * scale);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} className="w-full" role="group" aria-label={title}>
      {line.parts.map((part) => (
        <g key={part.name} className="stroke-ink" strokeWidth="1.5">
          <rect
            x={x(part.at_mm - part.width_mm / 2)}
            y={axis - (part.diameter_mm * scale) / 2}
            width={part.width_mm * scale}
            height={part.diameter_mm * scale}
            className="fill-wash"
          />
          <text
            x={x(part.at_mm)}
            y={axis - (part.diameter_mm * scale) / 2 - 5}
            textAnchor="middle"
            className="fill-soft stroke-none text-[12px]"
          >
            {part.name}
          </text>
        </g>
      ))}
      <rect
        x={x(0)}
        y={axis - shaft / 2}
        width={line.length_mm * scale}
        height={shaft}
        className="fill-sheet stroke-ink"
        strokeWidth="2"
      />
      <line
        x1={x(0) - 12}
        x2={x(line.length_mm) + 12}
        y1={axis}
        y2={axis}
        className="stroke-soft"
        strokeDasharray="14 4 3 4"
      />
      {line.bearings.map((bearing) => (
        <Bearing
          key={bearing.id}
          {...{ bearing, scale, axis, shaft, x, below, words: words[bearing.id] ?? "", onBearing }}
        />
      ))}
      {line.bearings.map((bearing, i) =>
        bearing.at_mm === null ? null : (
          <g key={`d${bearing.id}`} className="stroke-dye" strokeWidth="1">
            <line x1={x(0)} x2={x(bearing.at_mm)} y1={below + 62 + i * 16} y2={below + 62 + i * 16} />
            <path d={`M${x(0)} ${below + 58 + i * 16}v8M${x(bearing.at_mm)} ${below + 58 + i * 16}v8`} />
            <text
              x={x(bearing.at_mm) + 4}
              y={below + 66 + i * 16}
              className="fill-dye stroke-none text-[12px]"
            >
              {length(bearing.at_mm, units, 1)}
            </text>
          </g>
        ),
      )}
    </svg>
  );
}

type One = LineDrawing["bearings"][number];

function Bearing(props: {
  bearing: One;
  scale: number;
  axis: number;
  shaft: number;
  x: (mm: number) => number;
  below: number;
  words: string;
  onBearing?: (id: string) => void;
}) {
  const { bearing, scale, axis, x, below, words, onBearing } = props;
  const half = (bearing.outside_mm * scale) / 2;
  const width = Math.max(10, bearing.width_mm * scale);
  const left = x(bearing.drawn_at_mm) - width / 2;
  const held = bearing.floats === "held";
  const open = () => onBearing?.(bearing.id);
  return (
    <g
      role={onBearing ? "button" : undefined}
      tabIndex={onBearing ? 0 : undefined}
      aria-label={onBearing ? `Open ${bearing.name}: ${bearing.short}. ${words}` : undefined}
      onClick={open}
      onKeyDown={(event) => {
        if (event.key === "Enter" || event.key === " ") open();
      }}
      className={onBearing ? "cursor-pointer" : undefined}
    >
      <rect
        x={left - 24}
        y={axis - half - 20}
        width={width + 48}
        height={2 * half + 80}
        className="fill-transparent"
      />
      {[-1, 1].map((side) => (
        <g key={side} className="stroke-ink" strokeWidth="1.5">
          <rect
            x={left}
            y={side < 0 ? axis - half : axis + half - half * 0.55}
            width={width}
            height={half * 0.55}
            className="fill-sheet"
          />
          <ellipse
            cx={left + width / 2}
            cy={axis + side * half * 0.72}
            rx={width * 0.32}
            ry={half * 0.18}
            className="fill-wash"
          />
          {/* Fixed: a wedge on either side of the outer ring. Floating: arrows along the shaft. */}
          {held ? (
            <path
              d={`M${left - 2} ${axis + side * half}l-9 0 9 ${side * -12}zM${left + width + 2} ${axis + side * half}l9 0 -9 ${side * -12}z`}
              className="fill-ink"
            />
          ) : null}
        </g>
      ))}
      {!held && bearing.floats !== "unknown" ? (
        <path
          d={`M${left - 16} ${axis - half - 8}h${width + 32}m-8 -5l8 5 -8 5M${left - 8} ${axis - half - 13}l-8 5 8 5`}
          fill="none"
          className="stroke-ink"
          strokeWidth="2"
        />
      ) : null}
      <text
        x={x(bearing.drawn_at_mm)}
        y={below + 16}
        textAnchor="middle"
        className="fill-ink text-[13px] font-bold"
      >
        {bearing.name}
      </text>
      <text x={x(bearing.drawn_at_mm)} y={below + 31} textAnchor="middle" className="fill-ink text-[12px]">
        {bearing.short}
      </text>
      <text x={x(bearing.drawn_at_mm)} y={below + 46} textAnchor="middle" className="fill-soft text-[12px]">
        {words}
      </text>
    </g>
  );
}
