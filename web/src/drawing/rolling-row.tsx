/**
 * One bearing in half section by its kind: balls, cylindrical, tapered or two rows of barrel
 * rollers between its rings.
 */
import { type Axes, BallRow } from "./ball-rings";

const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

interface Props {
  at: Axes;
  kind: string;
  size: { d: number; D: number; B: number };
  from?: number;
  rings?: { fill: string; strokeDasharray?: string };
  ball?: { fill: string; strokeDasharray?: string };
}

/**
 * Corners of a roller, mm along the shaft and mm of radius: where it lies and how thick it is, as
 * such bearings usually are inside.
 */
export function rollersOf(kind: string, { d, D, B }: Props["size"]): [number, number][][] {
  const pitch = (d + D) / 4;
  const half = 0.125 * (D - d);
  const box = (from: number, to: number, tilt: number, narrow: number): [number, number][] => [
    [from, pitch - half * narrow - tilt],
    [to, pitch - half + tilt],
    [to, pitch + half + tilt],
    [from, pitch + half * narrow - tilt],
  ];
  if (kind === "tapered_roller") return [box(0.18 * B, 0.82 * B, 0.18 * half, 0.8)];
  if (kind === "straight_spherical_roller")
    return [box(0.08 * B, 0.44 * B, 0.2 * half, 0.85), box(0.56 * B, 0.92 * B, -0.2 * half, 1)];
  return [box(0.2 * B, 0.8 * B, 0, 1)];
}

export function RollingRow({ at, kind, size, from = 0, rings, ball }: Props) {
  if (!kind.endsWith("roller"))
    return (
      <BallRow
        at={at}
        size={size}
        from={from}
        {...(rings ? { rings } : {})}
        {...(ball ? { ball } : {})}
      />
    );
  const { d, D, B } = size;
  const rollers = rollersOf(kind, size);
  const low = Math.min(...rollers.flat().map(([, radius]) => radius));
  const high = Math.max(...rollers.flat().map(([, radius]) => radius));
  const ring = rings ?? { fill: "var(--steel)" };
  const { x, y } = at;
  return (
    <>
      <path
        data-part="inner ring"
        d={`M${x(from)} ${y(d / 2)}H${x(from + B)}V${y(low)}H${x(from)}Z`}
        {...INK}
        {...ring}
      />
      <path
        data-part="outer ring"
        d={`M${x(from)} ${y(D / 2)}H${x(from + B)}V${y(high)}H${x(from)}Z`}
        {...INK}
        {...ring}
      />
      {rollers.map((corners, i) => (
        <path
          key={i}
          data-part="roller"
          d={`M${corners.map(([along, radius]) => `${x(from + along)} ${y(radius)}`).join("L")}Z`}
          {...INK}
          {...(ball ?? { fill: "var(--sheet)" })}
        />
      ))}
    </>
  );
}
