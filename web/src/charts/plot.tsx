/** The one place that knows the chart library: boxes, whiskers and names on two axes with units. */
import {
  CartesianGrid,
  ComposedChart,
  ReferenceDot,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import {
  EDGES,
  TEXT,
  apart,
  scaled,
  type Axis,
  type Box,
  type Name,
  type Polyline,
  type Whisker,
} from "./axis";
import { marksOf } from "./marks";

interface Props {
  label: string;
  height: number;
  x: Axis;
  y: Axis;
  boxes: Box[];
  whiskers?: Whisker[];
  lines?: Polyline[];
  names?: Name[];
  namesWidth?: number;
  ticksWidth?: number;
  /** In a column beside the work: as wide as that is. */
  narrow?: boolean;
}

export default function Plot(props: Props) {
  const {
    label,
    height,
    x,
    y,
    boxes,
    whiskers = [],
    lines = [],
    names = [],
    namesWidth = 20,
    ticksWidth = 62,
  } = props;
  return (
    <div
      role="img"
      aria-label={label}
      style={{ height }}
      className={props.narrow ? "min-w-0" : "min-w-[34rem]"}
    >
      <div aria-hidden className="h-full">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height }}>
          <ComposedChart
            data={[]}
            margin={{ top: EDGES.top, right: namesWidth, bottom: 4, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--rule)" />
            <XAxis
              {...scaled(x)}
              dataKey="x"
              height={EDGES.bottom - 4}
              label={{ ...TEXT, value: x.words, position: "insideBottomRight", offset: 0 }}
            />
            <YAxis
              {...scaled(y)}
              dataKey="y"
              width={ticksWidth}
              label={
                y.words
                  ? {
                      ...TEXT,
                      value: y.words,
                      angle: -90,
                      position: "insideLeft",
                      offset: 4,
                      style: { textAnchor: "middle" },
                    }
                  : undefined
              }
            />
            {marksOf(boxes, whiskers, lines)}
            {apart(names, y, height).map((name) => (
              <ReferenceDot
                key={name.text}
                x={x.to}
                y={name.y}
                r={0}
                ifOverflow="visible"
                label={{
                  value: name.text,
                  position: "right",
                  fill: name.colour ?? "var(--ink)",
                  fontSize: 13,
                  fontWeight: 700,
                }}
              />
            ))}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </div>
  );
}
