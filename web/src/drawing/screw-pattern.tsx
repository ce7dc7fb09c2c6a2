/**
 * Screws on a circle with their order of tightening; the numbers are those of the order, the passes
 * that are done are said.
 */

const R = 56;

/** Where a screw stands, number 1 at the top and on clockwise. */
export function screwAt(number: number, count: number): { x: number; y: number } {
  const turn = ((number - 1) / count) * 2 * Math.PI;
  return { x: R * Math.sin(turn), y: -R * Math.cos(turn) };
}

export function ScrewPattern({
  order,
  screw,
  passes,
}: {
  order: number[];
  screw: string;
  passes: number;
}) {
  const path = order.map((number, at) => {
    const { x, y } = screwAt(number, order.length);
    return `${at === 0 ? "M" : "L"}${x} ${y}`;
  });
  return (
    <figure>
      <svg
        viewBox="-90 -80 180 160"
        role="img"
        aria-label={`Screws ${screw}, tightened in the order ${order.join(", ")}; ${passes} passes done`}
        className="mx-auto h-auto max-h-48 w-full"
      >
        <circle r={R + 18} fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
        <circle r={R * 0.5} fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d={path.join("")} stroke="var(--dye)" strokeDasharray="3 4" fill="none" />
        {order.map((number) => {
          const { x, y } = screwAt(number, order.length);
          return (
            <g key={number}>
              <circle
                cx={x}
                cy={y}
                r="12"
                fill="var(--sheet)"
                stroke="var(--ink)"
                strokeWidth="2"
              />
              <text
                x={x}
                y={y + 5}
                textAnchor="middle"
                fontSize="14"
                fontWeight="700"
                fill="var(--ink)"
              >
                {number}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="text-center text-sm text-soft">
        {screw}: {order.join(" – ")}; passes done: {Math.min(passes, 4)} of 4
      </figcaption>
    </figure>
  );
}
