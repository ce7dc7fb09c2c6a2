/** The nut seen from its face: slots, washer tabs, start mark, present mark, target. Tightening goes clockwise. */
import type { Dial } from "../api";

const SIZE = 300;
const C = SIZE / 2;

function at(radius: number, deg: number): [number, number] {
  const rad = ((deg - 90) * Math.PI) / 180;
  return [C + radius * Math.cos(rad), C + radius * Math.sin(rad)];
}

function arc(radius: number, from: number, to: number): string {
  const [x1, y1] = at(radius, from);
  const [x2, y2] = at(radius, to);
  return `M${x1} ${y1}A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x2} ${y2}`;
}

export function NutDial({ dial }: { dial: Dial }) {
  const rim = 108;
  const bore = (rim * dial.thread_mm) / dial.outside_mm;
  const slotDepth = (rim - bore) * 0.45;
  const known = dial.meeting_deg !== null && dial.meeting_deg !== undefined;
  // The washer stands still. Its first tab is drawn where the marked slot meets it, when that is known.
  const tabPitch = 360 / dial.tabs;
  const tabStart = known ? (dial.meeting_deg ?? 0) : 0;
  const slots = Array.from({ length: dial.slots }, (_, i) => dial.present_deg + (i * 360) / dial.slots);
  const tabs = Array.from({ length: dial.tabs }, (_, i) => tabStart + i * tabPitch);
  const target = dial.target_to_deg !== null && dial.target_to_deg !== undefined;
  const from = Math.max(dial.target_from_deg ?? 0, dial.present_deg);
  const to = dial.target_to_deg ?? 0;
  const text = [
    `nut turned ${dial.present_deg.toFixed(0)} degrees from its zero mark`,
    target
      ? `window expected from ${(dial.target_from_deg ?? 0).toFixed(0)} to ${to.toFixed(0)} degrees`
      : "",
    known ? `next tab meets at ${(dial.meeting_deg ?? 0).toFixed(1)} degrees` : "",
  ].filter(Boolean);
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={`Nut and washer: ${text.join("; ")}`}
      className="mx-auto h-auto w-full max-w-[320px]"
    >
      {tabs.map((deg, index) => (
        <g key={index} transform={`rotate(${deg} ${C} ${C})`}>
          <rect
            x={C - 5}
            y={C - rim - 17}
            width="10"
            height="15"
            fill={known && index === 0 ? "var(--mark)" : "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth={known && index === 0 ? 2 : 1}
            strokeDasharray={known ? undefined : "2 2"}
          />
        </g>
      ))}
      <circle cx={C} cy={C} r={rim} fill="var(--steel)" stroke="var(--ink)" strokeWidth="2" />
      {slots.map((deg) => {
        const half = dial.slot_width_deg / 2;
        const [x1, y1] = at(rim + 1, deg - half);
        const [x2, y2] = at(rim + 1, deg + half);
        const [x3, y3] = at(rim - slotDepth, deg + half);
        const [x4, y4] = at(rim - slotDepth, deg - half);
        return (
          <path
            key={deg}
            d={`M${x1} ${y1}L${x4} ${y4}L${x3} ${y3}L${x2} ${y2}`}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        );
      })}
      <circle cx={C} cy={C} r={bore} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      {dial.present_deg > 0.5 ? (
        <path
          d={arc(bore - 14, 0, Math.min(dial.present_deg, 359.5))}
          stroke="var(--dye)"
          strokeWidth="6"
          fill="none"
        />
      ) : null}
      {target && to > from + 0.5 && to < 360 ? (
        <path
          d={arc(bore - 14, Math.max(from, dial.present_deg + 0.5), to)}
          stroke="var(--mark)"
          strokeWidth="13"
          fill="none"
        />
      ) : null}
      {target && to > from + 0.5 && to < 360 ? (
        <path
          d={arc(bore - 14, dial.present_deg, to)}
          stroke="var(--ink)"
          strokeWidth="1.5"
          strokeDasharray="4 3"
          fill="none"
        />
      ) : null}
      <Mark deg={0} inner={bore - 22} outer={rim - slotDepth - 2} label="start" />
      {dial.present_deg > 0.5 ? (
        <Mark deg={dial.present_deg} inner={bore - 22} outer={rim - 2} label="" dye />
      ) : null}
      <text x={C} y={C + 4} textAnchor="middle" fontSize="30" fontWeight="700" fill="var(--ink)">
        {dial.present_deg.toFixed(0)}°
      </text>
      <text x={C} y={C + 22} textAnchor="middle" fontSize="12" fill="var(--soft)">
        {(dial.present_deg * dial.rim_mm_per_deg).toFixed(0)} mm of rim
      </text>
      <text x={C} y={C - 26} textAnchor="middle" fontSize="12" fill="var(--soft)">
        turned
      </text>
    </svg>
  );
}

function Mark({
  deg,
  inner,
  outer,
  label,
  dye = false,
}: {
  deg: number;
  inner: number;
  outer: number;
  label: string;
  dye?: boolean;
}) {
  const [x1, y1] = at(inner, deg);
  const [x2, y2] = at(outer, deg);
  const [tx, ty] = at(inner - 12, deg);
  return (
    <g>
      <path
        d={`M${x1} ${y1}L${x2} ${y2}`}
        stroke={dye ? "var(--dye)" : "var(--ink)"}
        strokeWidth={dye ? 5 : 3}
      />
      {label ? (
        <text x={tx} y={ty + 4} textAnchor="middle" fontSize="11" fill="var(--ink)">
          {label}
        </text>
      ) : null}
    </g>
  );
}
