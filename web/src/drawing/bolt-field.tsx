/**
 * A joint from above: its bolts with their numbers, which is next, how many passes each went
 * through.
 */
import type { JointView } from "../api";

const X = 118;
const Y = 66;
const PASSES = 4;

export function BoltField({ joint }: { joint: JointView }) {
  const round = joint.layout === "circle";
  const at = (x: number, y: number) => ({ x: x * (round ? 74 : X), y: y * (round ? 74 : Y) });
  const path = [...joint.bolts]
    .sort((a, b) => a.order - b.order)
    .map((bolt, i) => {
      const { x, y } = at(bolt.at.x, bolt.at.y);
      return `${i === 0 ? "M" : "L"}${x} ${y}`;
    })
    .join("");
  const words = joint.bolts.map(
    ({ at: { number }, passes }) => `bolt ${number} ${passes} of ${PASSES} passes`,
  );
  const next =
    joint.next_bolt === null ? "every bolt at torque" : `next is bolt ${joint.next_bolt}`;
  const wide = joint.bolts.length > 12 ? 9 : 15;
  return (
    <figure>
      <svg
        viewBox="-150 -98 300 196"
        role="img"
        aria-label={`${joint.joint}, ${joint.bolts.length} bolts ${joint.screw}: ${words.join(", ")}; ${next}`}
        className="mx-auto h-auto max-h-60 w-full"
      >
        {round ? (
          <circle r="92" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
        ) : (
          <rect
            x="-144"
            y="-92"
            width="288"
            height="184"
            rx="8"
            fill="var(--paper)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
        )}
        <circle r="34" fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d={path} stroke="var(--dye)" strokeDasharray="3 4" fill="none" />
        {joint.bolts.map(({ at: { number, x, y }, passes, verdict }) => {
          const spot = at(x, y);
          const due = number === joint.next_bolt;
          const bad = verdict?.level === "stop";
          return (
            <g key={number} transform={`translate(${spot.x} ${spot.y})`}>
              <circle
                r={wide}
                fill={due ? "var(--mark)" : "var(--sheet)"}
                stroke={bad ? "var(--oxide)" : "var(--ink)"}
                strokeWidth={bad ? 4 : 2}
              />
              <text
                y="5"
                textAnchor="middle"
                fontSize={wide > 10 ? 15 : 11}
                fontWeight="700"
                fill={due ? "var(--on-mark)" : "var(--ink)"}
              >
                {number}
              </text>
              {Array.from({ length: PASSES }, (_, pass) => (
                <rect
                  key={pass}
                  x={-wide + pass * (wide / 2)}
                  y={wide + 3}
                  width={wide / 2 - 1.5}
                  height="5"
                  fill={pass < passes ? "var(--dye)" : "var(--sheet)"}
                  stroke="var(--ink)"
                  strokeWidth="0.75"
                />
              ))}
            </g>
          );
        })}
      </svg>
      <figcaption className="text-center text-sm text-soft">
        {joint.joint}: {joint.bolts.length} × {joint.screw}, {joint.torque_nm.toFixed(0)} N·m
        {joint.set_nm !== Number(joint.torque_nm.toFixed(1))
          ? `, wrench at ${joint.set_nm} N·m`
          : ""}
        ; {joint.at_torque ? "at torque" : next}
      </figcaption>
    </figure>
  );
}
