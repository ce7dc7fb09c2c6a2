/** The ruler of clearances: window, group, readings as brackets, the estimate as a band. */
import type { Ruler } from "../api";
import { clearanceBare, clearanceUnit, useSettings } from "../ui";
import { Estimate, hatch, Reading, ticks, WIDTH } from "./ruler-marks";

const EDGE = 22;
const TOP = 30;
const LINE = 24;

export function ClearanceRuler({ ruler, groupName }: { ruler: Ruler; groupName: string }) {
  const { units } = useSettings();
  const scale = (WIDTH - 2 * EDGE) / (ruler.to_um - ruler.from_um);
  const x = (um: number) =>
    EDGE + (Math.min(Math.max(um, ruler.from_um), ruler.to_um) - ruler.from_um) * scale;
  const rows = ruler.readings.slice(-5);
  const estimate = ruler.estimate_um !== null && ruler.estimate_um !== undefined;
  const lines = rows.length + (estimate ? 1 : 0);
  const base = TOP + Math.max(lines, 2) * LINE + 26;
  const bare = (um: number) => clearanceBare(um, units);
  const said = [
    ruler.window
      ? `window ${bare(ruler.window.low)} to ${bare(ruler.window.high)}`
      : "no window yet",
    ...rows.map((r) => `${r.label} ${bare(r.mean_um)}, plus or minus ${bare(r.uncertainty_um)}`),
    estimate ? `estimate ${bare(ruler.estimate_um ?? 0)}` : "",
  ].filter(Boolean);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${base + 40}`}
      role="img"
      aria-label={`Ruler in ${clearanceUnit(units)}: ${said.join("; ")}`}
      className="h-auto w-full"
    >
      {ruler.window ? (
        <g>
          <rect
            x={x(ruler.window.low)}
            y={TOP - 6}
            width={x(ruler.window.high) - x(ruler.window.low)}
            height={base - TOP + 6}
            fill="var(--mark)"
            fillOpacity="0.75"
          />
          <path
            d={`M${x(ruler.window.low)} ${TOP - 10}V${base}M${x(ruler.window.high)} ${TOP - 10}V${base}`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <text
            x={(x(ruler.window.low) + x(ruler.window.high)) / 2}
            y={TOP - 13}
            textAnchor="middle"
            fontSize="15"
            fontWeight="700"
            fill="var(--ink)"
          >
            window {bare(ruler.window.low)} to {bare(ruler.window.high)}
          </text>
        </g>
      ) : null}
      {ruler.residual_limit_um !== null &&
      ruler.residual_limit_um !== undefined &&
      ruler.residual_limit_um >= ruler.from_um ? (
        <g>
          <path
            d={`M${x(ruler.residual_limit_um)} ${TOP}V${base}`}
            stroke="var(--oxide)"
            strokeWidth="3"
            strokeDasharray="9 4"
          />
          <text
            x={x(ruler.residual_limit_um) - 6}
            y={base - 8}
            textAnchor="end"
            fontSize="14"
            fill="var(--oxide)"
          >
            least
          </text>
        </g>
      ) : null}
      <g>
        <rect
          x={x(ruler.group.low)}
          y={base - 9}
          width={x(ruler.group.high) - x(ruler.group.low)}
          height="9"
          fill="none"
          stroke="var(--soft)"
          strokeWidth="1.5"
        />
        <path
          d={hatch(x(ruler.group.low), x(ruler.group.high), base)}
          stroke="var(--soft)"
          strokeWidth="1"
        />
        <text
          x={(x(ruler.group.low) + x(ruler.group.high)) / 2}
          y={base - 14}
          textAnchor="middle"
          fontSize="14"
          fill="var(--soft)"
        >
          {groupName} as new
        </text>
      </g>
      {rows.map((reading, index) => (
        <Reading
          key={reading.number}
          from={x(reading.mean_um - reading.uncertainty_um)}
          at={x(reading.mean_um)}
          to={x(reading.mean_um + reading.uncertainty_um)}
          y={TOP + 10 + index * LINE}
          label={`${bare(reading.mean_um)} ${reading.label}`}
          faint={index < rows.length - 1}
        />
      ))}
      {estimate ? (
        <Estimate
          from={x((ruler.estimate_um ?? 0) - (ruler.estimate_uncertainty_um ?? 0))}
          at={x(ruler.estimate_um ?? 0)}
          to={x((ruler.estimate_um ?? 0) + (ruler.estimate_uncertainty_um ?? 0))}
          y={TOP + rows.length * LINE}
          label={`${bare(ruler.estimate_um ?? 0)} estimated now`}
        />
      ) : null}
      <path d={`M${EDGE} ${base}H${WIDTH - EDGE}`} stroke="var(--ink)" strokeWidth="2" />
      {ticks(ruler.from_um, ruler.to_um, units).map((at) => (
        <g key={at}>
          <path d={`M${x(at)} ${base}v8`} stroke="var(--ink)" strokeWidth="1.5" />
          <text x={x(at)} y={base + 23} textAnchor="middle" fontSize="15" fill="var(--ink)">
            {bare(at)}
          </text>
        </g>
      ))}
      <text x={WIDTH - EDGE} y={base + 38} textAnchor="end" fontSize="14" fill="var(--soft)">
        {clearanceUnit(units)}
      </text>
    </svg>
  );
}
