/**
 * The seat drawn with its sections; what was read is drawn magnified against the limits, and the
 * factor stated.
 */
import { length, useSettings } from "../../../../ui";
import type { PrepareWork } from "./panel";

const WIDTH = 340;
const HALF = 46;

export function PrepareDrawings({ work }: { work: PrepareWork }) {
  const { units } = useSettings();
  const { spec } = work;
  if (!spec) return null;
  const band = spec.limits_um.high - spec.limits_um.low;
  // The band fills a third of the height; deviations are magnified with it.
  const scale = 40 / band;
  const middle = (spec.limits_um.high + spec.limits_um.low) / 2;
  const y = (um: number) => HALF + 30 - (um - middle) * scale;
  const x = (section: number, direction: number) => 40 + (section - 1) * 105 + direction * 18;
  const factor = Math.round((scale * 1000) / (WIDTH / (2 * spec.nominal_mm)));
  const read = work.shaft.filter((one) => one.mm !== null);
  return (
    <section className="sheet p-3" aria-label="Seat">
      <svg
        viewBox={`0 0 ${WIDTH} ${2 * HALF + 90}`}
        className="w-full"
        role="img"
        aria-label={`Seat, nominal ${length(spec.nominal_mm, units, 1)}: ${read.length} readings against its limits, deviations magnified ${factor} times`}
      >
        <rect
          x="24"
          y={y(spec.limits_um.high)}
          width={WIDTH - 40}
          height={band * scale}
          className="fill-mark"
          opacity="0.45"
        />
        {[spec.limits_um.high, spec.limits_um.low].map((um) => (
          <g key={um}>
            <line
              x1="24"
              x2={WIDTH - 16}
              y1={y(um)}
              y2={y(um)}
              className="stroke-ink"
              strokeDasharray="4 3"
            />
            <text x={WIDTH - 16} y={y(um) - 3} textAnchor="end" className="fill-ink text-[11px]">
              {length(spec.nominal_mm + um / 1000, units, 3)}
            </text>
          </g>
        ))}
        <path d={`M24 ${y(0)}H${WIDTH - 16}`} className="stroke-soft" strokeWidth="1" />
        <text x="24" y={y(0) - 3} className="fill-soft text-[10px]">
          nominal
        </text>
        {read.map((one) => {
          const um = ((one.mm ?? 0) - spec.nominal_mm) * 1000;
          return (
            <g key={`${one.section}.${one.direction}`}>
              <circle cx={x(one.section, one.direction)} cy={y(um)} r="4" className="fill-dye" />
              <text
                x={x(one.section, one.direction)}
                y={y(um) + 14}
                textAnchor="middle"
                className="fill-dye text-[9px]"
              >
                {one.direction}
              </text>
            </g>
          );
        })}
        {[1, 2, 3].map((section) => (
          <text
            key={section}
            x={40 + (section - 1) * 105 + 45}
            y={2 * HALF + 84}
            textAnchor="middle"
            className="fill-ink text-[11px]"
          >
            section {section}
          </text>
        ))}
      </svg>
      <p className="text-sm text-soft">
        Deviations magnified about {factor} times. Yellow: {spec.words}. 1 top to bottom, 2 at 45°,
        3 side to side, 4 at 135°.
      </p>
      {work.form ? (
        <p className="text-sm">
          Mean {length(work.form.mean_mm, units, 3)}; taper{" "}
          {Math.abs(work.form.taper_um).toFixed(0)} µm, out of round{" "}
          {work.form.out_of_round_um.toFixed(0)} µm.
        </p>
      ) : null}
    </section>
  );
}
