/** The one place that knows the chart library: boxes, whiskers and names on two axes with units. */
import {
  CartesianGrid,
  ComposedChart,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import { EDGES, TEXT, apart, scaled, type Axis, type Box, type Name, type Whisker } from "./axis";

interface Props {
  label: string;
  height: number;
  x: Axis;
  y: Axis;
  boxes: Box[];
  whiskers?: Whisker[];
  names?: Name[];
  namesWidth?: number;
  ticksWidth?: number;
}

export default function Plot(props: Props) {
  const { label, height, x, y, boxes, whiskers = [], names = [], namesWidth = 20, ticksWidth = 62 } = props;
  return (
    <div role="img" aria-label={label} style={{ height }} className="min-w-[34rem]">
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
            {boxes.map((box, index) =>
              box.x1 === box.x2 ? (
                <ReferenceLine
                  key={index}
                  segment={[
                    { x: box.x1, y: box.y1 },
                    { x: box.x2, y: box.y2 },
                  ]}
                  stroke={box.colour}
                  strokeWidth={3}
                  strokeDasharray={box.dash}
                  ifOverflow="hidden"
                />
              ) : (
                <ReferenceArea
                  key={index}
                  x1={box.x1}
                  x2={box.x2}
                  y1={box.y1}
                  y2={box.y2}
                  fill={box.colour}
                  fillOpacity={box.opacity}
                  stroke={box.colour}
                  strokeOpacity={1}
                  strokeWidth={1.5}
                  strokeDasharray={box.dash}
                  ifOverflow="hidden"
                />
              ),
            )}
            {whiskers.map(({ x1, x2, y: at }, index) => (
              <ReferenceLine
                key={index}
                segment={[
                  { x: x1, y: at },
                  { x: x2, y: at },
                ]}
                stroke="var(--ink)"
                strokeWidth={1.5}
                ifOverflow="hidden"
              />
            ))}
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
