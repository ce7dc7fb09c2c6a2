/**
 * Views of a roller bearing for pictures of work: computed from bore, outside diameter, width and
 * the number of rollers.
 */

/** A part like those of the mill: its proportions, in millimetres. */
export const SHOWN = { bore: 90, outside: 160, width: 40, rollers: 19, roller: 21 };

const TURN = 2 * Math.PI;

/**
 * Seen from the front, the outer ring hanging: the clearance lies at the bottom. `gap` is drawn
 * large.
 */
export function FrontView({
  x,
  y,
  scale,
  gap = 3,
}: {
  x: number;
  y: number;
  scale: number;
  gap?: number;
}) {
  const { bore, outside, rollers, roller } = SHOWN;
  const mean = ((bore + outside) / 4) * scale;
  const inner = mean - (roller / 2) * scale;
  const outer = mean + (roller / 2) * scale;
  return (
    <g stroke="var(--ink)" strokeWidth="1.5">
      <circle cx={x} cy={y + gap / 2} r={(outside / 2) * scale + gap / 2} fill="var(--steel)" />
      <circle cx={x} cy={y + gap / 2} r={outer + gap / 2} fill="var(--sheet)" />
      {Array.from({ length: rollers }, (_, i) => (
        <circle
          key={i}
          cx={x + mean * Math.sin((TURN * i) / rollers)}
          cy={y + mean * Math.cos((TURN * i) / rollers)}
          r={(roller / 2) * scale * 0.92}
          fill="var(--wash)"
        />
      ))}
      <circle cx={x} cy={y} r={inner} fill="var(--steel)" />
      <circle cx={x} cy={y} r={(bore / 2) * scale} fill="var(--sheet)" />
    </g>
  );
}

/**
 * The bottom half in section, with two rows of barrel rollers; the nut would come from the right.
 */
export function LowerSection({
  x,
  y,
  scale,
  gap = 4,
}: {
  x: number;
  y: number;
  scale: number;
  gap?: number;
}) {
  const { width, roller } = SHOWN;
  const wide = width * scale;
  const high = roller * scale;
  const long = wide * 0.36;
  const [near, far] = [x + wide * 0.55, x + wide * 0.09];
  return (
    <g stroke="var(--ink)" strokeWidth="1.5">
      <path d={`M${x} ${y}H${x + wide}V${y - 14}H${x}Z`} fill="var(--steel)" />
      {[far, near].map((left) => (
        <path
          key={left}
          d={`M${left} ${y + 2}q${long / 2} -4 ${long} 0v${high}q${-long / 2} 6 ${-long} 0Z`}
          fill="var(--wash)"
        />
      ))}
      <path
        d={`M${x} ${y + high + gap + 2}q${wide / 2} ${gap + 4} ${wide} 0v18H${x}Z`}
        fill="var(--steel)"
      />
    </g>
  );
}
