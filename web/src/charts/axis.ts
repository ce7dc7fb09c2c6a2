/** Axes, boxes and names of a chart, and what the chart library is told about an axis. */

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

/** A line through points, in their order. */
export interface Polyline {
  points: { x: number; y: number }[];
  colour: string;
  dash?: string;
}

/** Words beside what they name, at a height of the y axis. */
export interface Name {
  text: string;
  y: number;
  colour?: string;
}

const GAP = 17;
export const EDGES = { top: 10, bottom: 44 };
export const TEXT = { fill: "var(--ink)", fontSize: 13 };

/**
 * What both axes share: numbers on their own scale, every tick that was asked for, nothing beyond
 * the ends.
 */
export function scaled(axis: Axis) {
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

/** Names moved apart where they would lie on each other. */
export function apart(names: Name[], axis: Axis, height: number): Name[] {
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
