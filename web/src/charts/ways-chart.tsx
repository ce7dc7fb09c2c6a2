/** What each way would take out, side by side on one scale, with its uncertainty. */
import type { Comparison, Way } from "../api";
import { clearance, clearanceBare, clearanceUnit, useSettings } from "../ui";
import Plot from "./plot";

const LINE = 32;

export default function WaysChart({ comparison }: { comparison: Comparison }) {
  const { units } = useSettings();
  const ways = comparison.ways.filter(
    (way): way is Way & { reduction_um: NonNullable<Way["reduction_um"]> } =>
      Boolean(way.reduction_um),
  );
  if (ways.length === 0) return null;
  const ends = ways.flatMap((way) => [
    way.reduction_um.low - way.uncertainty_um,
    way.reduction_um.high + way.uncertainty_um,
  ]);
  const from = Math.max(0, Math.floor(Math.min(...ends) / 10) * 10);
  const to = Math.ceil(Math.max(...ends) / 10) * 10;
  const unit = units === "mm" ? 10 : 25.4;
  const every = unit * Math.max(1, Math.ceil((to - from) / unit / 6));
  const ticks: number[] = [];
  for (let at = Math.ceil(from / every) * every; at <= to; at += every) ticks.push(at);
  const bare = (um: number) => clearanceBare(um, units);
  const row = (index: number) => ways.length - index;
  return (
    <Plot
      label={`Clearance taken out, in ${clearanceUnit(units)}: ${ways
        .map(
          (way) => `${way.title} ${bare(way.reduction_um.low)} to ${bare(way.reduction_um.high)}`,
        )
        .join("; ")}`}
      height={ways.length * LINE + 64}
      x={{
        scale: "linear",
        from,
        to,
        ticks,
        show: bare,
        words: `clearance taken out, ${clearanceUnit(units)}; thin line: uncertainty`,
      }}
      y={{
        scale: "linear",
        from: 0.4,
        to: ways.length + 0.6,
        ticks: ways.map((_, index) => row(index)),
        show: (at) => ways[ways.length - at]?.title ?? "",
        words: "",
      }}
      ticksWidth={250}
      namesWidth={130}
      boxes={ways.map((way, index) => ({
        x1: way.reduction_um.low,
        x2: Math.max(way.reduction_um.high, way.reduction_um.low + (to - from) / 300),
        y1: row(index) - 0.28,
        y2: row(index) + 0.28,
        colour: "var(--dye)",
        opacity: way.own === "reduction" ? 0.75 : 0.12,
      }))}
      whiskers={ways.map((way, index) => ({
        x1: Math.max(from, way.reduction_um.low - way.uncertainty_um),
        x2: way.reduction_um.high + way.uncertainty_um,
        y: row(index),
      }))}
      names={ways.map((way, index) => ({
        text: `${clearance(way.reduction_um.low, units).split(" ")[0]} to ${clearance(way.reduction_um.high, units)}`,
        y: row(index),
      }))}
    />
  );
}
