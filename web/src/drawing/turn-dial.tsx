/**
 * A nut that goes by turns: the way from its zero mark as a spiral of whole turns, the sheet's
 * range on it, the plate's positions.
 */
import type { AdapterWork } from "../api";
import { C, SIZE, at } from "./nut-dial";

type Dial = Pick<AdapterWork, "low_deg" | "high_deg" | "turned_deg" | "positions_deg" | "marked">;

const INNER = 62;
/** One turn further out on the spiral. */
const PITCH = 26;
const radius = (deg: number) => INNER + (PITCH * deg) / 360;
const turns = (deg: number) => (deg / 360).toFixed(2).replace(/\.?0+$/, "");

function along(from: number, to: number): string {
  const steps = Math.max(2, Math.ceil(Math.abs(to - from) / 6));
  return Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps)
    .map((deg, i) => `${i ? "L" : "M"}${at(radius(deg), deg).join(" ")}`)
    .join("");
}

export function TurnDial({ work }: { work: Dial }) {
  const { low_deg: low, high_deg: high, turned_deg: now } = work;
  const words = [
    `nut turned ${turns(now)} turns from its zero mark`,
    `${turns(low)} to ${turns(high)} turns by its sheet`,
    work.positions_deg.length > 0
      ? `the plate meets at ${work.positions_deg.map(turns).join(", ")} turns`
      : "",
  ];
  const past = now > high + 2;
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={`Nut of the unit: ${words.filter(Boolean).join("; ")}`}
      className="mx-auto h-auto w-full max-w-[320px]"
    >
      <circle cx={C} cy={C} r={INNER - 8} fill="var(--steel)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={C} cy={C} r={34} fill="var(--wash)" stroke="var(--ink)" strokeWidth="2" />
      <path
        d={along(0, Math.max(high + 45, now))}
        fill="none"
        stroke="var(--rule)"
        strokeWidth="3"
      />
      <path
        d={along(low, Math.max(high, low + 4))}
        fill="none"
        stroke="var(--mark)"
        strokeWidth="16"
      />
      {now > 0 ? (
        <path
          d={along(0, now)}
          fill="none"
          stroke={past ? "var(--oxide)" : "var(--dye)"}
          strokeWidth="5"
        />
      ) : null}
      {work.positions_deg.map((deg) => {
        const [x, y] = at(radius(deg), deg);
        return (
          <circle
            key={deg}
            cx={x}
            cy={y}
            r="4.5"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
        );
      })}
      {work.marked ? (
        <line
          x1={C}
          y1={C - INNER + 22}
          x2={C}
          y2={C - INNER - 10}
          stroke="var(--ink)"
          strokeWidth="3"
        />
      ) : null}
      <Pointer deg={now} past={past} />
      <text
        x={C}
        y={C + 5}
        textAnchor="middle"
        className="fill-ink font-figures text-[15px] font-bold"
      >
        {turns(now)}
      </text>
      <text x={C} y={C + 20} textAnchor="middle" className="fill-soft text-[10px]">
        turns
      </text>
    </svg>
  );
}

function Pointer({ deg, past }: { deg: number; past: boolean }) {
  const [x, y] = at(radius(deg), deg);
  return (
    <circle
      cx={x}
      cy={y}
      r="7"
      fill={past ? "var(--oxide)" : "var(--dye)"}
      stroke="var(--ink)"
      strokeWidth="2"
    />
  );
}
