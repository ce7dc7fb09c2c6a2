/** What each way would take out, side by side on one scale, with its uncertainty; the window of the plan behind. */
import type { Comparison, Way } from "../api";
import { clearanceBare, clearanceUnit, useSettings } from "../ui";

const WIDTH = 720;
const NAMES = 300;
const LINE = 30;
const EDGE = 14;

export function WaysChart({ comparison }: { comparison: Comparison }) {
  const { units } = useSettings();
  const ways = comparison.ways.filter(
    (way): way is Way & { reduction_um: NonNullable<Way["reduction_um"]> } => Boolean(way.reduction_um),
  );
  if (ways.length === 0) return null;
  const ends = ways.flatMap((way) => [
    way.reduction_um.low - way.uncertainty_um,
    way.reduction_um.high + way.uncertainty_um,
  ]);
  const from = Math.max(0, Math.floor(Math.min(...ends) / 10) * 10);
  const to = Math.ceil(Math.max(...ends) / 10) * 10;
  const x = (um: number) => NAMES + ((Math.max(um, from) - from) / (to - from)) * (WIDTH - NAMES - EDGE);
  const base = ways.length * LINE + 8;
  const unit = units === "mm" ? 10 : 25.4;
  const every = Math.max(1, Math.ceil((to - from) / unit / 6));
  const ticks = [];
  for (let at = Math.ceil(from / (unit * every)) * unit * every; at <= to; at += unit * every) ticks.push(at);
  const bare = (um: number) => clearanceBare(um, units);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${base + 44}`}
      role="img"
      aria-label={`Clearance taken out, in ${clearanceUnit(units)}: ${ways
        .map((way) => `${way.title} ${bare(way.reduction_um.low)} to ${bare(way.reduction_um.high)}`)
        .join("; ")}`}
      className="h-auto w-full min-w-[34rem]"
    >
      {ticks.map((at) => (
        <g key={at}>
          <path d={`M${x(at)} 0V${base}`} stroke="var(--rule)" strokeWidth="1" />
          <text x={x(at)} y={base + 20} textAnchor="middle" fontSize="14" fill="var(--ink)">
            {bare(at)}
          </text>
        </g>
      ))}
      {ways.map((way, index) => {
        const y = index * LINE + LINE / 2 + 4;
        const { low, high } = way.reduction_um;
        return (
          <g key={way.id}>
            <text x={NAMES - 12} y={y + 5} textAnchor="end" fontSize="14" fill="var(--ink)">
              {way.title}
            </text>
            <path
              d={`M${x(low - way.uncertainty_um)} ${y}H${x(high + way.uncertainty_um)}M${x(low - way.uncertainty_um)} ${y - 5}v10M${x(high + way.uncertainty_um)} ${y - 5}v10`}
              stroke="var(--dye)"
              strokeWidth="1.5"
              fill="none"
            />
            <rect
              x={x(low)}
              y={y - 8}
              width={Math.max(2, x(high) - x(low))}
              height="16"
              fill={way.own === "reduction" ? "var(--dye)" : "var(--sheet)"}
              stroke="var(--dye)"
              strokeWidth="2"
            />
          </g>
        );
      })}
      <path d={`M${NAMES} ${base}H${WIDTH - EDGE}`} stroke="var(--ink)" strokeWidth="2" />
      <text x={WIDTH - EDGE} y={base + 40} textAnchor="end" fontSize="14" fill="var(--soft)">
        taken out, {clearanceUnit(units)}. Full: its own figure is the reduction; open: its own figure is the
        travel. Thin line: uncertainty
      </text>
    </svg>
  );
}
