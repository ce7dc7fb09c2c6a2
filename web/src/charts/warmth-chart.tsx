/**
 * Temperature of a housing against time: readings as brackets, the fitted rise, where it levels,
 * look and stop.
 */
import type { WarmingBearing } from "../api";
import type { Axis, Box, Name, Polyline } from "./axis";
import Plot from "./plot";

type Shown = Pick<
  WarmingBearing,
  "name" | "readings" | "curve" | "level_c" | "spread_k" | "look_c" | "stop_c" | "greased_min"
>;

const steps = (from: number, to: number, each: number) =>
  Array.from({ length: Math.floor((to - from) / each) + 1 }, (_, at) => from + at * each);

/**
 * Axes, brackets and lines of a bearing's readings. Open ends of a bracket reach to the edge of the
 * chart.
 */
export function warmthPlot(bearing: Shown, ambient: number | null) {
  const last = Math.max(...bearing.readings.map(({ minutes }) => minutes), 60);
  const end = Math.ceil((last * 1.15) / 30) * 30;
  const hottest =
    Math.max(bearing.stop_c, ...bearing.readings.map(({ high_c }) => high_c ?? 0)) + 8;
  const top = Math.ceil(hottest / 10) * 10;
  // Outdoors in winter it starts below zero.
  const least = Math.min(0, ambient ?? 0, ...bearing.readings.map(({ low_c }) => low_c ?? 0));
  const coldest = Math.floor(least / 20) * 20;
  const x: Axis = {
    scale: "linear",
    from: -end * 0.03,
    to: end,
    ticks: steps(0, end, end > 240 ? 60 : 30),
    words: "minutes after the start",
  };
  const y: Axis = {
    scale: "linear",
    from: coldest,
    to: top,
    ticks: steps(coldest, top, 20),
    words: "°C",
  };
  const boxes: Box[] = bearing.readings.map(({ minutes, low_c, high_c }) => {
    const low = low_c ?? coldest;
    const high = high_c ?? top;
    const thin = high - low < 1.5 ? 1 : 0;
    return {
      x1: minutes - end * 0.006,
      x2: minutes + end * 0.006,
      y1: low - thin,
      y2: high + thin,
      colour: "var(--dye)",
      opacity: low_c === null || high_c === null ? 0.15 : 0.85,
    };
  });
  if (bearing.level_c !== null && bearing.spread_k !== null)
    boxes.push({
      x1: end * 0.93,
      x2: end,
      y1: bearing.level_c - bearing.spread_k,
      y2: bearing.level_c + bearing.spread_k,
      colour: "var(--ink)",
      opacity: 0.2,
    });
  const across = (at: number, colour: string, dash: string): Polyline => ({
    points: [
      { x: 0, y: at },
      { x: end, y: at },
    ],
    colour,
    dash,
  });
  const lines: Polyline[] = [
    across(bearing.look_c, "var(--ink)", "2 4"),
    across(bearing.stop_c, "var(--oxide)", "8 4"),
    {
      points: bearing.curve.map(({ minutes, at_c }) => ({ x: minutes, y: at_c })),
      colour: "var(--dye)",
    },
  ];
  if (ambient !== null) lines.push(across(ambient, "var(--soft)", "1 5"));
  if (bearing.greased_min !== null)
    lines.push({
      points: [
        { x: bearing.greased_min, y: coldest },
        { x: bearing.greased_min, y: top },
      ],
      colour: "var(--soft)",
      dash: "6 6",
    });
  const names: Name[] = [
    { text: "stop", y: bearing.stop_c, colour: "var(--oxide)" },
    { text: "look", y: bearing.look_c },
  ];
  if (bearing.level_c !== null)
    names.push({ text: `≈${bearing.level_c.toFixed(0)}°`, y: bearing.level_c });
  if (ambient !== null) names.push({ text: "around", y: ambient, colour: "var(--soft)" });
  return { x, y, boxes, lines, names };
}

export default function WarmthChart({
  bearing,
  ambient,
}: {
  bearing: Shown;
  ambient: number | null;
}) {
  const told = bearing.readings.map(({ minutes, low_c, high_c }) => {
    const warm = low_c === high_c ? `${low_c}` : `${low_c ?? "below"} to ${high_c ?? "above"}`;
    return `${minutes.toFixed(0)} min ${warm} °C`;
  });
  const level =
    bearing.level_c === null ? "" : `; levels at about ${bearing.level_c.toFixed(0)} °C`;
  return (
    <Plot
      label={`${bearing.name}, temperature against time: ${told.join(", ")}${level}`}
      height={230}
      {...warmthPlot(bearing, ambient)}
      namesWidth={58}
      ticksWidth={48}
      narrow
    />
  );
}
