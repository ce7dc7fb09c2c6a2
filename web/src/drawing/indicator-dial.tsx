/**
 * The indicator on a hydraulic nut: travel from the start pressure, and the range that is asked.
 */
import type { Indicator } from "../api";
import { length, useSettings } from "../ui";

const SIZE = 300;
const C = SIZE / 2;
const R = 112;
// Three quarters of a turn of the pointer show a little more than the whole travel.
const SWEEP = 270;

function at(radius: number, share: number): [number, number] {
  const rad = ((share * SWEEP - 225) * Math.PI) / 180;
  return [C + radius * Math.cos(rad), C + radius * Math.sin(rad)];
}

function arc(radius: number, from: number, to: number): string {
  const [x1, y1] = at(radius, from);
  const [x2, y2] = at(radius, to);
  return `M${x1} ${y1}A${radius} ${radius} 0 ${(to - from) * SWEEP > 180 ? 1 : 0} 1 ${x2} ${y2}`;
}

export function IndicatorDial({ indicator }: { indicator: Indicator }) {
  const { units } = useSettings();
  const top = Math.max(indicator.to_mm * 1.15, indicator.travel_mm * 1.05, 0.1);
  const share = (mm: number) => Math.min(1, mm / top);
  const step = [0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((size) => top / size <= 11) ?? 10;
  const ticks = Array.from({ length: Math.floor(top / step) + 1 }, (_, i) => i * step);
  const [px, py] = at(R - 42, share(indicator.travel_mm));
  const asked = `${length(indicator.from_mm, units, 2)} to ${length(indicator.to_mm, units, 2)}`;
  return (
    <svg
      viewBox={`0 0 ${SIZE} 284`}
      role="img"
      aria-label={`Indicator: ${length(indicator.travel_mm, units, 2)} from the start pressure; ${asked} asked`}
      className="mx-auto h-auto w-full max-w-[300px]"
    >
      <path
        d={`M${C - 86.3} ${C + 86.3}A${R + 10} ${R + 10} 0 1 1 ${C + 86.3} ${C + 86.3}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <path
        d={arc(R - 6, share(indicator.from_mm), share(indicator.to_mm))}
        stroke="var(--mark)"
        strokeWidth="16"
        fill="none"
      />
      {ticks.map((mm) => {
        const [x1, y1] = at(R + 4, share(mm));
        const [x2, y2] = at(R - 14, share(mm));
        const [tx, ty] = at(R - 28, share(mm));
        return (
          <g key={mm}>
            <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--ink)" strokeWidth="1.5" />
            <text x={tx} y={ty + 4} textAnchor="middle" fontSize="11" fill="var(--soft)">
              {units === "mm" ? Number(mm.toFixed(2)) : (mm / 25.4).toFixed(3)}
            </text>
          </g>
        );
      })}
      <path
        d={`M${C} ${C}L${px} ${py}`}
        stroke="var(--dye)"
        strokeWidth="5"
        strokeLinecap="round"
      />
      <circle cx={C} cy={C} r="7" fill="var(--ink)" />
      <text x={C} y={C + 86} textAnchor="middle" fontSize="26" fontWeight="700" fill="var(--ink)">
        {length(indicator.travel_mm, units, 2)}
      </text>
      <text x={C} y={C + 106} textAnchor="middle" fontSize="12" fill="var(--soft)">
        from the start pressure
      </text>
      <text x={C} y={C + 125} textAnchor="middle" fontSize="12" fill="var(--ink)">
        asked {asked}
      </text>
    </svg>
  );
}
