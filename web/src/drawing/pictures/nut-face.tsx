/** A lock nut over its tab washer, seen from the nut's side. */

const SLOTS = 4;
const TABS = 17;
export const X = 92;
const Y = 76;

export const on = (degrees: number, radius: number): [number, number] => [
  X + radius * Math.sin((degrees * Math.PI) / 180),
  Y - radius * Math.cos((degrees * Math.PI) / 180),
];

/**
 * A lock nut with its slots over a tab washer, seen from the nut's side; `turned` degrees from its
 * mark.
 */
export function NutFace({ turned = 0, tabs = true }: { turned?: number; tabs?: boolean }) {
  return (
    <g stroke="var(--ink)" strokeWidth="1.5">
      {tabs
        ? Array.from({ length: TABS }, (_, i) => {
            const [x, y] = on((360 * i) / TABS, 62);
            return (
              <path
                key={i}
                d="M-5 0V-9H5V0Z"
                transform={`translate(${x} ${y}) rotate(${(360 * i) / TABS})`}
                fill={i === 0 ? "var(--mark)" : "var(--sheet)"}
              />
            );
          })
        : null}
      <circle cx={X} cy={Y} r="58" fill="var(--steel)" />
      {Array.from({ length: SLOTS }, (_, i) => {
        const angle = turned + (360 * i) / SLOTS;
        const [x, y] = on(angle, 58);
        return (
          <path
            key={i}
            d="M-7 -1V11H7V-1Z"
            transform={`translate(${x} ${y}) rotate(${angle})`}
            fill="var(--sheet)"
          />
        );
      })}
      <circle cx={X} cy={Y} r="30" fill="var(--wash)" />
    </g>
  );
}
