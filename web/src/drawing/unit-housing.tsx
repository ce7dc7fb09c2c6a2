/** The housing of a unit end on, by its form, with its bolts. */
import type { UnitWork } from "../api";

/** The insert's outside, in drawing units. */
export const R = 62;
type Form = UnitWork["form"];

/** Where the housing's bolts stand, on drawing units round the shaft. */
export function boltsOf(form: Form): [number, number][] {
  const [a, b] = [R * 1.75, R * 1.15];
  switch (form) {
    case "foot_2":
      return [
        [-a, R * 1.45],
        [a, R * 1.45],
      ];
    case "hanger":
      return [
        [-a * 0.6, -R * 1.45],
        [a * 0.6, -R * 1.45],
      ];
    case "foot_4":
      return [
        [-a, R * 1.45],
        [-a + 22, R * 1.45],
        [a - 22, R * 1.45],
        [a, R * 1.45],
      ];
    case "flange":
    case "pilot":
      return [
        [-b, -b],
        [b, -b],
        [b, b],
        [-b, b],
      ];
    default:
      return [];
  }
}

export function UnitHousing({ form }: { form: Form }) {
  const body = { fill: "var(--paper)", stroke: "var(--ink)", strokeWidth: 2 };
  return (
    <g>
      {form === "foot_2" || form === "foot_4" ? (
        <path
          d={`M${-R * 2} ${R * 1.6}V${R * 1.3}H${-R * 1.3}L${-R * 1.1} 0A${R * 1.1} ${R * 1.1} 0 0 1 ${R * 1.1} 0L${R * 1.3} ${R * 1.3}H${R * 2}V${R * 1.6}Z`}
          {...body}
        />
      ) : form === "hanger" ? (
        <path
          d={`M${-R * 1.4} ${-R * 1.6}V${-R * 1.3}H${-R * 0.9}L${-R * 1.1} 0A${R * 1.1} ${R * 1.1} 0 0 0 ${R * 1.1} 0L${R * 0.9} ${-R * 1.3}H${R * 1.4}V${-R * 1.6}Z`}
          {...body}
        />
      ) : form === "pilot" ? (
        <circle r={R * 1.62} {...body} />
      ) : form === "take_up" ? (
        <>
          <path
            d={`M${-R * 2.1} ${-R * 1.3}H${R * 2.1}M${-R * 2.1} ${R * 1.3}H${R * 2.1}`}
            {...body}
            strokeWidth="5"
          />
          <rect x={-R * 1.2} y={-R * 1.22} width={R * 2.4} height={R * 2.44} {...body} />
          <rect x={R * 1.2} y={-6} width={R} height={12} {...body} />
        </>
      ) : (
        <rect x={-R * 1.5} y={-R * 1.5} width={R * 3} height={R * 3} rx="16" {...body} />
      )}
      {boltsOf(form).map(([x, y]) => (
        <circle
          key={`${x} ${y}`}
          cx={x}
          cy={y}
          r="6"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
    </g>
  );
}
