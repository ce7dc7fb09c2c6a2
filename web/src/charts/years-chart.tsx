/** Temperature of a housing over months and years, one point a round. */
import type { Axis, Box, Polyline } from "./axis";
import Plot from "./plot";

export interface YearReading {
  on: string;
  warm: number;
}
const DAY = 86_400_000;

export default function YearsChart({ readings }: { readings: YearReading[] }) {
  const at = readings
    .map(({ on, warm }) => ({ x: Date.parse(on) / DAY, y: warm, on }))
    .sort((a, b) => a.x - b.x);
  const from = at[0]!.x - 3;
  const to = Math.max(at.at(-1)!.x, from + 30) + 3;
  const words = (value: number) => new Date(value * DAY).toISOString().slice(0, 10);
  const x: Axis = {
    scale: "linear",
    from,
    to,
    ticks: Array.from({ length: 5 }, (_, i) => Math.round(from + ((to - from) * i) / 4)),
    words: "",
    show: words,
  };
  const top = Math.max(100, Math.ceil((Math.max(...at.map(({ y }) => y)) + 5) / 20) * 20);
  const y: Axis = {
    scale: "linear",
    from: 0,
    to: top,
    ticks: [0, 20, 40, 60, 80, top],
    words: "°C",
  };
  const half = (to - from) * 0.006;
  const boxes: Box[] = at.map((point) => ({
    x1: point.x - half,
    x2: point.x + half,
    y1: point.y - 1.5,
    y2: point.y + 1.5,
    colour: "var(--dye)",
    opacity: 0.9,
  }));
  const lines: Polyline[] = [{ points: at, colour: "var(--dye)" }];
  return (
    <Plot
      label={`Temperature: ${at.map(({ on, y: warm }) => `${on} ${warm} °C`).join(", ")}`}
      height={200}
      {...{ x, y, boxes, lines }}
      namesWidth={52}
      ticksWidth={48}
      narrow
    />
  );
}
