/** Arrows, words and measures in pictures of work. */

export function Says({
  x,
  y,
  end = false,
  children,
}: {
  x: number;
  y: number;
  end?: boolean;
  children: string;
}) {
  return (
    <text x={x} y={y} fontSize="10" fill="var(--ink)" textAnchor={end ? "end" : "start"}>
      {children}
    </text>
  );
}

/** An arrow from one point to another. */
export function To({ from, to }: { from: [number, number]; to: [number, number] }) {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const barb = (turn: number) =>
    `${to[0] - 8 * Math.cos(angle + turn)} ${to[1] - 8 * Math.sin(angle + turn)}`;
  return (
    <path
      d={`M${from.join(" ")}L${to.join(" ")}M${barb(0.45)}L${to.join(" ")}L${barb(-0.45)}`}
      stroke="var(--dye)"
      strokeWidth="2"
      fill="none"
    />
  );
}

/** A cross for what is never done. */
export function Never({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x - 9} ${y - 9}L${x + 9} ${y + 9}M${x + 9} ${y - 9}L${x - 9} ${y + 9}`}
      stroke="var(--oxide)"
      strokeWidth="4"
    />
  );
}

/** A shaft with its axis, from left to right. */
export function ShaftThrough({
  y,
  half,
  from = 6,
  to = 234,
}: {
  y: number;
  half: number;
  from?: number;
  to?: number;
}) {
  return (
    <g>
      <path
        d={`M${from} ${y - half}H${to}V${y + half}H${from}Z`}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path d={`M${from} ${y}H${to}`} stroke="var(--soft)" strokeDasharray="12 3 3 3" />
    </g>
  );
}
