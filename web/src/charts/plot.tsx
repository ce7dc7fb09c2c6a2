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

export interface Axis {
  scale: "linear" | "log";
  from: number;
  to: number;
  ticks: number[];
  /** What it counts, with its unit. */
  words: string;
  show?: (value: number) => string;
}

/** A range in both directions. A box without width is drawn as a stroke. */
export interface Box {
  x1: number;
  x2: number;
  y1: number;
  y2: number;
  colour: string;
  opacity: number;
  dash?: string;
}

/** A thin line with ends: how far a figure may be off. */
export interface Whisker {
  x1: number;
  x2: number;
  y: number;
}

/** Words beside what they name, at a height of the y axis. */
export interface Name {
  text: string;
  y: number;
  colour?: string;
}

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

const GAP = 17;
const EDGES = { top: 10, bottom: 44 };
const TEXT = { fill: "var(--ink)", fontSize: 13 };

/** What both axes share: numbers on their own scale, every tick that was asked for, nothing beyond the ends. */
function scaled(axis: Axis) {
  return {
    type: "number" as const,
    scale: axis.scale,
    domain: [axis.from, axis.to],
    ticks: axis.ticks,
    interval: 0,
    tickFormatter: axis.show ?? String,
    tick: TEXT,
    stroke: "var(--ink)",
    allowDataOverflow: true,
  };
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

/** Names moved apart where they would lie on each other. */
function apart(names: Name[], axis: Axis, height: number): Name[] {
  const inner = height - EDGES.top - EDGES.bottom;
  const on = (value: number) => (axis.scale === "log" ? Math.log(value) : value);
  const [low, high] = [on(axis.from), on(axis.to)];
  const pixel = (value: number) => ((high - on(value)) / (high - low)) * inner;
  const value = (at: number) => {
    const found = high - (at / inner) * (high - low);
    return axis.scale === "log" ? Math.exp(found) : found;
  };
  let last = -Infinity;
  const placed = [...names]
    .sort((a, b) => pixel(a.y) - pixel(b.y))
    .map((name) => {
      last = Math.max(pixel(name.y), last + GAP);
      return { name, at: last };
    });
  const over = Math.max(0, last - inner);
  return placed.map(({ name, at }) => ({ ...name, y: value(at - over) }));
}
