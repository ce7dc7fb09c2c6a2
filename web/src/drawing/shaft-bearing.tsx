/** One bearing on the drawn shaft, with what it does in word and shape. */
import type { LineDrawing } from "../api";

type One = LineDrawing["bearings"][number];

export function Bearing(props: {
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
      aria-label={onBearing ? `${bearing.name} ${bearing.short} ${words}: open` : undefined}
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
        {`${bearing.name} `}
      </text>
      <text
        x={x(bearing.drawn_at_mm)}
        y={below + 31}
        textAnchor="middle"
        className="fill-ink text-[12px]"
      >
        {`${bearing.short} `}
      </text>
      <text
        x={x(bearing.drawn_at_mm)}
        y={below + 46}
        textAnchor="middle"
        className="fill-soft text-[12px]"
      >
        {words}
      </text>
    </g>
  );
}
