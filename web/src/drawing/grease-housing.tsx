/**
 * A housing to scale: along the shaft, with the space beside the bearing, and from its end, with
 * how high the grease or oil stands.
 */
import type { GreaseWork } from "../api";
import { length, useSettings } from "../ui";
import { PackedRing } from "./packed-ring";

type Housing = NonNullable<GreaseWork["housing"]>;
const HIGH = 190;

/**
 * Sizes in drawing units: the housing as measured, else a room that is a guess and drawn dashed.
 */
export function greaseFrame(housing: Housing) {
  const known = housing.housing_mm !== null && housing.inside_mm !== null;
  const dia = housing.housing_mm ?? housing.outside_mm * 1.12;
  const wide = housing.inside_mm ?? housing.width_mm * 2;
  const scale = HIGH / dia;
  const level =
    housing.oil_below_mm !== null
      ? (dia / 2 - housing.oil_below_mm) * scale
      : housing.level_mm !== null
        ? housing.level_mm * scale
        : 0;
  return {
    known,
    scale,
    dia: HIGH,
    wide: wide * scale,
    bearing: housing.width_mm * scale,
    outside: housing.outside_mm * scale,
    bore: housing.bore_mm * scale,
    level: Math.max(0, Math.min(HIGH, level)),
  };
}

export function GreaseHousing({
  housing,
  packed,
}: {
  housing: Housing;
  packed: GreaseWork["packed"];
}) {
  const { units } = useSettings();
  const at = greaseFrame(housing);
  const r = HIGH / 2;
  const left = (at.wide - at.bearing) / 2;
  const end = at.wide + 60;
  const oil = housing.oil_below_mm !== null;
  const fill = oil ? "var(--dye)" : "var(--mark)";
  const words = [
    at.known
      ? `housing ${length(housing.housing_mm ?? 0, units)} inside, ${length(housing.inside_mm ?? 0, units)} wide, to scale`
      : "housing not measured",
    oil ? `oil ${length(housing.oil_below_mm ?? 0, units)} below the shaft's middle` : "",
    housing.share !== null
      ? `${Math.round(housing.share * 100)} % of the space beside the bearing`
      : "",
    packed === "full" ? "bearing packed full" : packed === "part" ? "bearing packed in part" : "",
  ];
  const dash = at.known ? undefined : "7 5";
  return (
    <svg
      viewBox={`-14 -16 ${end + HIGH + 28} ${HIGH + 54}`}
      role="img"
      aria-label={`Housing: ${words.filter(Boolean).join("; ")}`}
      className="mx-auto h-auto max-h-72 w-full"
    >
      <defs>
        <clipPath id="grease-round">
          <circle cx={end + r} cy={r} r={r} />
        </clipPath>
      </defs>
      <rect
        width={at.wide}
        height={HIGH}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeDasharray={dash}
      />
      {[0, at.wide - left].map((x) => (
        <rect
          key={x}
          x={x}
          y={HIGH - at.level}
          width={left}
          height={at.level}
          fill={fill}
          opacity="0.75"
        />
      ))}
      {([-1, 1] as const).map((side) => (
        <PackedRing key={side} side={side} at={at} left={left} fill={fill} packed={packed} />
      ))}
      <rect
        x={-12}
        y={r - at.bore / 2}
        width={at.wide + 24}
        height={at.bore}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <g clipPath="url(#grease-round)">
        <rect
          x={end}
          y={HIGH - at.level}
          width={HIGH}
          height={at.level}
          fill={fill}
          opacity="0.75"
        />
      </g>
      <circle
        cx={end + r}
        cy={r}
        r={r}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeDasharray={dash}
      />
      <circle
        cx={end + r}
        cy={r}
        r={at.bore / 2}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text x={at.wide / 2} y={HIGH + 26} textAnchor="middle" fontSize="13" fill="var(--soft)">
        along the shaft
      </text>
      <text x={end + r} y={HIGH + 26} textAnchor="middle" fontSize="13" fill="var(--soft)">
        {at.known ? "from its end" : "not measured"}
      </text>
    </svg>
  );
}
