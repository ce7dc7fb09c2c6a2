/**
 * A shaft to scale, lying: bearings with what they do in word and shape, parts on it, marks from
 * the datum. Bearings can be tapped.
 */
import type { LineDrawing } from "../api";
import { Bearing } from "./shaft-bearing";
import { DIMENSION_ROW, Dimensions } from "./shaft-dimensions";

/** On a phone the drawing is laid out narrower, so that its words stay readable. */
const widthHere = () => (window.innerWidth < 640 ? 400 : 720);

export interface ShaftLineProps {
  line: LineDrawing;
  /** What stands under each bearing, by its id. */
  words?: Record<string, string>;
  onBearing?: (id: string) => void;
  title: string;
  /** Every dimension, to scribe and check; else the bearings alone. */
  dimensioned?: boolean;
}

export function ShaftLine({
  line,
  words = {},
  onBearing,
  title,
  dimensioned = false,
}: ShaftLineProps) {
  const largest = Math.max(
    ...line.bearings.map((b) => b.outside_mm),
    ...line.parts.map((p) => p.diameter_mm),
  );
  const WIDTH = widthHere();
  const scale = (WIDTH - 40) / line.length_mm;
  const axis = (largest * scale) / 2 + 26;
  const x = (mm: number) => 20 + mm * scale;
  const below = axis + (largest * scale) / 2;
  const height = below + 60 + (dimensioned ? line.dimensions.length * DIMENSION_ROW : 0);
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
      {dimensioned ? <Dimensions line={line} x={x} top={below + 74} width={WIDTH} /> : null}
    </svg>
  );
}
