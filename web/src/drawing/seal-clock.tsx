/**
 * A large ring as a clock: where it is pressed in, in which order, where it is in already, the
 * loops that are left.
 */
import type { LargeSealWork } from "../api";

const R = 96;

export function hourAt(hour: number, radius = R): { x: number; y: number } {
  const turn = (hour / 12) * 2 * Math.PI;
  return { x: radius * Math.sin(turn), y: -radius * Math.cos(turn) };
}

/** The rim: in where it is pressed, standing out in loops between. */
export function rim(clock: { hour: number; done: boolean }[]): string {
  const steps = 144;
  const inside = clock.filter(({ done }) => done).map(({ hour }) => hour % 12);
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const hour = ((i / steps) * 12) % 12;
    const apart = inside.map((done) => Math.min((hour - done + 12) % 12, (done - hour + 12) % 12));
    const nearest = inside.length > 0 ? Math.min(...apart) : 3;
    const { x, y } = hourAt(hour, R + 14 * Math.min(1, nearest / 1.5));
    return `${i === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`;
  });
  return `${points.join("")}Z`;
}

/** The middle of each loop that is left: between two places of the order where not both are in. */
export function loops(clock: { hour: number; done: boolean }[]): number[] {
  const round = [...clock].sort((a, b) => (a.hour % 12) - (b.hour % 12));
  return round.flatMap((one, i) => {
    const next = round[(i + 1) % round.length]!;
    const wide = (next.hour - one.hour + 12) % 12 || 12;
    return one.done && next.done ? [] : [(one.hour + wide / 2) % 12];
  });
}

export function SealClock({ ring }: { ring: LargeSealWork }) {
  const words = ring.clock.map(
    ({ hour, order, done }) =>
      `${order}. ${hour} o'clock${done ? ", in" : hour === ring.next_hour ? ", next" : ""}`,
  );
  return (
    <svg
      viewBox="-150 -146 300 292"
      role="img"
      aria-label={`Order of pressing in: ${words.join("; ")}`}
      className="mx-auto h-auto max-h-72 w-full"
    >
      <circle r={R} fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <circle r={R * 0.62} fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
      <path d={rim(ring.clock)} fill="none" stroke="var(--dye)" strokeWidth="6" />
      {/* A joint comes at 12. */}
      {ring.split ? (
        <path d={`M0 ${-R - 8}V${-R + 8}`} stroke="var(--ink)" strokeWidth="4" />
      ) : null}
      {ring.loop_mm === null
        ? null
        : loops(ring.clock).map((hour) => {
            const { x, y } = hourAt(hour, R * 0.77);
            return (
              <text key={hour} x={x} y={y + 4} textAnchor="middle" fontSize="11" fill="var(--ink)">
                {ring.loop_mm} mm
              </text>
            );
          })}
      {ring.clock.map(({ hour, order, done }) => {
        const { x, y } = hourAt(hour, R + 32);
        const next = hour === ring.next_hour;
        return (
          <g key={hour} transform={`translate(${x} ${y})`}>
            <circle
              r="15"
              fill={next ? "var(--mark)" : done ? "var(--wash)" : "var(--sheet)"}
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <text
              y="5"
              textAnchor="middle"
              fontSize="15"
              fontWeight="700"
              fill={next ? "var(--on-mark)" : "var(--ink)"}
            >
              {done ? "✓" : order}
            </text>
          </g>
        );
      })}
      {[12, 3, 6, 9].map((hour) => {
        const { x, y } = hourAt(hour, R * 0.46);
        return (
          <text key={hour} x={x} y={y + 5} textAnchor="middle" fontSize="15" fill="var(--soft)">
            {hour}
          </text>
        );
      })}
    </svg>
  );
}
