/** A housed unit end on, by its form, with the way shaft and collar turn. */
import type { UnitWork } from "../api";
import { length, useSettings } from "../ui";
import { R, UnitHousing } from "./unit-housing";

type Unit = Pick<
  UnitWork,
  "form" | "lock" | "shaft_mm" | "outside_mm" | "bolts" | "rotation_here" | "collar_turned"
>;

export function UnitEndOn({ unit }: { unit: Unit }) {
  const { units } = useSettings();
  // What is inside a unit that is known by its shaft alone is not drawn.
  const shaft = (unit.outside_mm ? unit.shaft_mm / unit.outside_mm : 0.5) * R;
  const ring = shaft + (R - shaft) * 0.35;
  const turns = unit.rotation_here;
  const words = [
    unit.outside_mm
      ? `shaft ${length(unit.shaft_mm, units)} in an insert of ${length(unit.outside_mm, units)}, to scale`
      : `shaft ${length(unit.shaft_mm, units)}; what is inside is not known, not to scale`,
    turns === "clockwise" || turns === "anticlockwise"
      ? `looked at from the collar's side the shaft turns ${turns}`
      : "",
    unit.collar_turned ? `collar turned ${unit.collar_turned}` : "",
  ];
  return (
    <svg
      viewBox="-140 -104 280 218"
      role="img"
      aria-label={`Unit end on: ${words.filter(Boolean).join("; ")}`}
      className="mx-auto h-auto max-h-64 w-full"
    >
      <UnitHousing form={unit.form} />
      <circle r={R} fill="var(--steel)" stroke="var(--ink)" strokeWidth="2" />
      {unit.outside_mm ? (
        <circle r={(R + ring) / 2} fill="none" stroke="var(--ink)" strokeDasharray="7 5" />
      ) : null}
      <circle r={ring} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
      {unit.lock === "collar" ? (
        <circle cy={-2.5} r={ring + 5} fill="none" stroke="var(--mark)" strokeWidth="5" />
      ) : null}
      <circle r={shaft} fill="var(--wash)" stroke="var(--ink)" strokeWidth="2" />
      {unit.lock === "set_screws" ? <Screws from={shaft} to={ring} /> : null}
      {unit.lock === "clamp" ? (
        <path d={`M${shaft} 0H${ring + 8}`} stroke="var(--ink)" strokeWidth="5" />
      ) : null}
      {unit.lock === "halves" ? (
        // The joint of the rings, level with the shaft.
        <path d={`M${-R} 0H${-shaft}M${shaft} 0H${R}`} stroke="var(--ink)" strokeWidth="2" />
      ) : null}
      {turns === "clockwise" || turns === "anticlockwise" ? (
        <Arrow radius={shaft * 0.6} turned={turns} stroke="var(--dye)" />
      ) : null}
      {unit.collar_turned === "clockwise" || unit.collar_turned === "anticlockwise" ? (
        <Arrow
          radius={R + 12}
          turned={unit.collar_turned}
          stroke={unit.collar_turned === turns ? "var(--ink)" : "var(--oxide)"}
        />
      ) : null}
    </svg>
  );
}

/** Two set screws, 120° apart, through the wide inner ring. */
function Screws({ from, to }: { from: number; to: number }) {
  return (
    <>
      {[-60, 60].map((deg) => (
        <rect
          key={deg}
          x={-3.5}
          y={-to - 3}
          width={7}
          height={to - from + 4}
          transform={`rotate(${deg})`}
          fill="var(--ink)"
        />
      ))}
    </>
  );
}

function Arrow({ radius, turned, stroke }: { radius: number; turned: string; stroke: string }) {
  // Drawn clockwise from one o'clock on; the other way it is its mirror image.
  const way = turned === "clockwise" ? 1 : -1;
  const end = { x: radius * 0.94, y: radius * 0.34 };
  return (
    <g transform={`scale(${way} 1)`} stroke={stroke} strokeWidth="3" fill="none">
      <path
        d={`M${-radius * 0.77} ${-radius * 0.64}A${radius} ${radius} 0 0 1 ${end.x} ${end.y}`}
      />
      <path d={`M${end.x - 8} ${end.y - 6}L${end.x} ${end.y + 3}L${end.x + 6} ${end.y - 8}`} />
    </g>
  );
}
