/**
 * Rings of ball bearings in half section: raceway grooves with their shoulders, and balls that lie
 * in them, never over them.
 */

export interface BallRings {
  ball: number;
  /**
   * Radius of the balls' circle, of a groove in section, and of the shoulders beside it; all mm.
   */
  pitch: number;
  groove: number;
  innerShoulder: number;
  outerShoulder: number;
  /** Half the width of a groove at its shoulder. */
  half: number;
}

/**
 * What a ball bearing of this size looks like inside: a ball of 0.3·(D - d), grooves of 0.52 of it,
 * shoulders a fifth of it high.
 */
export function ballRings(d: number, D: number, B: number): BallRings {
  const ball = Math.min(0.3 * (D - d), 0.8 * B);
  const groove = 0.52 * ball;
  const pitch = (d + D) / 4;
  return {
    ball,
    pitch,
    groove,
    innerShoulder: pitch - 0.3 * ball,
    outerShoulder: pitch + 0.3 * ball,
    half: chord(groove, 0.2 * ball),
  };
}

/** Half the chord of a groove of this radius at a height over its bottom. */
export const chord = (groove: number, height: number) =>
  Math.sqrt(groove ** 2 - (groove - height) ** 2);

export interface Axes {
  x: (mm: number) => number;
  y: (radius: number) => number;
  scale: number;
}

/**
 * A groove from right to left along a ring's surface, as a part of a path: `up` where it is cut
 * into the ring from above.
 */
export function grooveArc(
  at: Axes,
  middle: number,
  shoulder: number,
  half: number,
  groove: number,
  up: boolean,
) {
  const radius = groove * at.scale;
  return `L${at.x(middle + half)} ${at.y(shoulder)}A${radius} ${radius} 0 0 ${up ? 1 : 0} ${at.x(middle - half)} ${at.y(shoulder)}`;
}

/** A ball is drawn a little smaller than it is: the grooves that it lies in are seen then. */
export const SHOWN = 0.93;
const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

/** One row: inner ring, outer ring, ball. `from`: where the ring begins, mm. */
export function BallRow(props: {
  at: Axes;
  size: { d: number; D: number; B: number };
  from?: number;
  rings?: { fill: string; strokeDasharray?: string };
  ball?: { fill: string; strokeDasharray?: string };
  outerOnly?: boolean;
}) {
  const {
    at,
    size,
    from = 0,
    rings = { fill: "var(--steel)" },
    ball = { fill: "var(--sheet)" },
  } = props;
  const { d, D, B } = size;
  const { x, y } = at;
  const inside = ballRings(d, D, B);
  const [end, middle] = [from + B, from + B / 2];
  const arc = (shoulder: number, up: boolean) =>
    grooveArc(at, middle, shoulder, inside.half, inside.groove, up);
  return (
    <>
      <path
        data-part="inner ring"
        d={`M${x(from)} ${y(d / 2)}H${x(end)}V${y(inside.innerShoulder)}${arc(inside.innerShoulder, true)}H${x(from)}Z`}
        {...INK}
        {...rings}
      />
      <path
        data-part="outer ring"
        d={`M${x(from)} ${y(D / 2)}H${x(end)}V${y(inside.outerShoulder)}${arc(inside.outerShoulder, false)}H${x(from)}Z`}
        {...INK}
        {...rings}
      />
      <circle
        data-part="ball"
        cx={x(middle)}
        cy={y(inside.pitch)}
        r={(inside.ball / 2) * SHOWN * at.scale}
        {...INK}
        {...ball}
      />
    </>
  );
}
