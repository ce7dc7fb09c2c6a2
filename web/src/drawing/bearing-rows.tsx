/**
 * The two rows of a self-aligning bearing in half section: barrel rollers beside their flange, or
 * balls in their grooves.
 */
import { SHOWN, chord, grooveArc } from "./ball-rings";
import type { geometry } from "./bearing-geometry";

type Found = ReturnType<typeof geometry>;
const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

export function TwoRows({ found, hatching }: { found: Found; hatching: string }) {
  const { D, B, x, y, play, radius, sphereAt } = found;
  return (
    <>
      {found.balls ? (
        <Balls found={found} hatching={hatching} />
      ) : (
        <Rollers found={found} hatching={hatching} />
      )}
      {/* outer ring, lifted by the magnified play */}
      <path
        data-part="outer ring"
        d={`M${x(0)} ${y(D / 2 + play)}H${x(B)}V${y(sphereAt(play))}A${radius} ${radius} 0 0 0 ${x(0)} ${y(sphereAt(play))}Z`}
        fill={hatching}
        {...INK}
      />
    </>
  );
}

/** Inner ring with its two raceways and the guide flange between; barrel rollers. */
function Rollers({ found, hatching }: { found: Found; hatching: string }) {
  const { d, B, x, y, boreFar, inner, roller, under, row, half, edge, radius, rollers } = found;
  return (
    <>
      <path
        data-part="inner ring"
        d={`M${x(0)} ${y(boreFar)}L${x(B)} ${y(d / 2)}L${x(B)} ${y(inner - roller * 0.2)}L${under(row, half * 1.15)}L${under(row, -half)}L${x(B * 0.53)} ${y(inner + roller * 0.3)}L${x(B * 0.47)} ${y(inner + roller * 0.3)}L${under(-row, half)}L${under(-row, -half * 1.15)}L${x(0)} ${y(inner - roller * 0.2)}Z`}
        fill={hatching}
        {...INK}
      />
      {rollers.map(({ share, point }) => (
        <path
          key={share}
          data-part="roller"
          d={`M${point(-half, edge)}A${radius} ${radius} 0 0 1 ${point(half, edge)}L${point(half, -edge)}A${radius} ${radius} 0 0 1 ${point(-half, -edge)}Z`}
          fill="var(--sheet)"
          strokeLinejoin="round"
          {...INK}
        />
      ))}
    </>
  );
}

/** Inner ring with a groove under each row of balls. */
function Balls({ found, hatching }: { found: Found; hatching: string }) {
  const { d, B, x, y, boreFar, roller: ball, rollers, scale } = found;
  const groove = 0.52 * ball;
  const [left, right] = [rollers[0]!.middle, rollers[1]!.middle];
  // Shoulders a fifth of a ball over the grooves; the rib between the rows is as narrow as they
  // leave it.
  const shoulder = left.r - 0.3 * ball;
  const half = Math.min(chord(groove, 0.2 * ball), (right.x - left.x) / 2);
  const arc = (middle: number) => grooveArc({ x, y, scale }, middle, shoulder, half, groove, true);
  return (
    <>
      <path
        data-part="inner ring"
        d={`M${x(0)} ${y(boreFar)}L${x(B)} ${y(d / 2)}V${y(shoulder)}${arc(right.x)}${arc(left.x)}L${x(0)} ${y(shoulder)}Z`}
        fill={hatching}
        {...INK}
      />
      {rollers.map(({ share, middle }) => (
        <circle
          key={share}
          data-part="ball"
          cx={x(middle.x)}
          cy={y(middle.r)}
          r={(ball / 2) * SHOWN * scale}
          fill="var(--sheet)"
          {...INK}
        />
      ))}
    </>
  );
}
