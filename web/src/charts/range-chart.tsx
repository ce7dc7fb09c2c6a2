/**
 * Ranges over the bore: group limits, cards, theory. Each series has its name beside it and a shade
 * of its own.
 */
import type { Chart } from "../api";
import type { Axis, Box } from "./axis";
import Plot from "./plot";

const BORES = [20, 30, 40, 50, 70, 100, 150, 200, 300, 500, 700, 1000, 1400];
const TENS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000];
/** Colour, how full, and a dash for strokes, so that no series stands by its colour alone. */
const SHADES = [
  { colour: "var(--dye)", opacity: 0.42, dash: undefined },
  { colour: "var(--care)", opacity: 0.42, dash: "9 3" },
  { colour: "var(--sound)", opacity: 0.42, dash: "3 2" },
  { colour: "var(--oxide)", opacity: 0.38, dash: "12 3 3 3" },
  { colour: "var(--soft)", opacity: 0.4, dash: "5 5" },
  { colour: "var(--ink)", opacity: 0.25, dash: "1.5 1.5" },
];

export default function RangeChart({ chart }: { chart: Chart }) {
  const every = chart.series.flatMap((series) => series.bands);
  if (every.length === 0) return null;
  const low = Math.min(...every.map((band) => Math.max(band.from_x, 15)));
  const high = Math.max(...every.map((band) => band.to_x));
  const y = heights(chart);
  const floor = (value: number) => Math.max(value, y.from);
  const boxes: Box[] = chart.series.flatMap((series, index) => {
    const shade = SHADES[index % SHADES.length]!;
    // Strokes at one bore stand a little aside of each other, so that none hides another.
    const aside = 1 + (index - (chart.series.length - 1) / 2) * 0.012;
    return series.bands.map((band) => {
      const stroke = band.from_x === band.to_x;
      return {
        x1: stroke ? band.from_x * aside : Math.max(band.from_x, low),
        x2: stroke ? band.from_x * aside : band.to_x,
        y1: floor(band.low),
        y2: band.high,
        ...shade,
        opacity: chart.series.length > 2 ? shade.opacity / 2 : shade.opacity,
        dash: shade.dash,
      };
    });
  });
  const names = chart.series.flatMap((series, index) => {
    const last = series.bands.at(-1);
    const colour = SHADES[index % SHADES.length]?.colour;
    return last ? [{ text: series.name, y: floor((last.low + last.high) / 2), colour }] : [];
  });
  const longest = Math.max(...chart.series.map((series) => series.name.length));
  return (
    <figure className="overflow-x-auto">
      <Plot
        label={`${chart.title}: ${chart.series.map((series) => series.name).join(", ")}. The same figures stand in the table.`}
        height={430}
        x={{
          scale: "log",
          from: low,
          to: high,
          ticks: BORES.filter((bore) => bore >= low && bore <= high),
          words: chart.x_label,
        }}
        y={y}
        boxes={boxes}
        names={names}
        namesWidth={18 + longest * 8}
      />
      {chart.note ? <figcaption className="text-sm text-soft">{chart.note}</figcaption> : null}
    </figure>
  );
}

/**
 * Clearances span a hundredfold from the smallest bore to the largest: then the height is
 * logarithmic.
 */
function heights(chart: Chart): Axis {
  const every = chart.series.flatMap((series) => series.bands);
  const lines = chart.series.some((series) => series.kind === "line");
  const most = Math.max(...every.map((band) => band.high));
  const least = Math.min(...every.map((band) => band.low).filter((value) => value > 0));
  if (!lines && most / least > 20) {
    const from = TENS.filter((value) => value <= least).at(-1) ?? least;
    const to = TENS.find((value) => value >= most) ?? most;
    return {
      scale: "log",
      from,
      to,
      ticks: TENS.filter((at) => at >= from && at <= to),
      words: chart.y_label,
    };
  }
  const bottom = lines
    ? Math.min(0, Math.floor(Math.min(...every.map((band) => band.low)) / 5) * 5)
    : 0;
  const step = [5, 10, 20, 50, 100, 200, 500].find((size) => (most - bottom) / size <= 8) ?? 1000;
  const to = Math.ceil(most / step) * step;
  const ticks: number[] = [];
  for (let at = Math.ceil(bottom / step) * step; at <= to; at += step) ticks.push(at);
  return { scale: "linear", from: bottom, to, ticks, words: chart.y_label };
}
