/**
 * The nut seen from its face: slots, washer tabs, start mark, present mark, target. Tightening goes
 * clockwise.
 */
import type { Dial, SeatView } from "../api";
import { length, useSettings } from "../ui";
import { SeatMarks, Mark } from "./nut-marks";

export const SIZE = 300;
export const C = SIZE / 2;
// Outside of nut and tabs: where the way back to the seat is drawn.
export const OUTSIDE = 132;

export function at(radius: number, deg: number): [number, number] {
  const rad = ((deg - 90) * Math.PI) / 180;
  return [C + radius * Math.cos(rad), C + radius * Math.sin(rad)];
}

export function arc(radius: number, from: number, to: number): string {
  const [x1, y1] = at(radius, from);
  const [x2, y2] = at(radius, to);
  return `M${x1} ${y1}A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x2} ${y2}`;
}

/**
 * `seat`: the nut came off for its washer; old mark and expected seat are drawn, and said in
 * counted turns.
 */
export function NutDial(props: { dial: Dial; travel?: boolean; seat?: SeatView | null }) {
  const { dial, travel = false, seat = null } = props;
  const { units } = useSettings();
  const rim = 108;
  const bore = (rim * dial.thread_mm) / dial.drawn_outside_mm;
  const slotDepth = (rim - bore) * 0.45;
  const known = dial.tab_deg !== null;
  // The washer stands still. Its first tab is drawn where the marked slot meets it, when that is
  // known.
  const spread = (count: number | null, start: number) =>
    Array.from({ length: count ?? 0 }, (_, i) => start + (i * 360) / (count ?? 1));
  const slots = spread(dial.slots, dial.present_deg);
  const tabs = spread(dial.tabs, dial.tab_deg ?? 0);
  const turns = Math.floor(dial.present_deg / 360);
  // Beyond a whole turn the face shows what is left of it; the number in the middle says all.
  const shown = dial.present_deg - 360 * turns;
  const target = dial.target_to_deg !== null;
  const from = Math.max((dial.target_from_deg ?? 0) - 360 * turns, shown);
  const to = (dial.target_to_deg ?? 0) - 360 * turns;
  const text = [
    `nut turned ${dial.present_deg.toFixed(0)} degrees from its zero mark`,
    target
      ? `${dial.target_from_deg?.toFixed(0) ?? 0} to ${(dial.target_to_deg ?? 0).toFixed(0)} degrees are aimed for`
      : "",
    known ? `next tab position at ${(dial.tab_deg ?? 0).toFixed(1)} degrees` : "",
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
        const half = (dial.slot_width_deg ?? 10) / 2;
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
          d={turns > 0 ? arc(bore - 14, 0, 359.5) : arc(bore - 14, 0, shown)}
          stroke="var(--dye)"
          strokeWidth="6"
          fill="none"
        />
      ) : null}
      {target && to > from + 0.5 && to - from < 360 ? (
        <path
          d={arc(bore - (turns > 0 ? 24 : 14), Math.max(from, shown + 0.5), to)}
          stroke="var(--mark)"
          strokeWidth="13"
          fill="none"
        />
      ) : null}
      {target && to > from + 0.5 && to - shown < 360 ? (
        <path
          d={arc(bore - (turns > 0 ? 24 : 14), shown, to)}
          stroke="var(--ink)"
          strokeWidth="1.5"
          strokeDasharray="4 3"
          fill="none"
        />
      ) : null}
      {seat ? <SeatMarks seat={seat} bore={bore} /> : null}
      <Mark deg={0} inner={bore - 22} outer={rim - slotDepth - 2} label="start" />
      {dial.present_deg > 0.5 ? (
        <Mark deg={dial.present_deg} inner={bore - 22} outer={rim - 2} label="" dye />
      ) : null}
      <text
        x={C}
        y={C + 4}
        textAnchor="middle"
        fontSize={travel ? 24 : 30}
        fontWeight="700"
        fill="var(--ink)"
      >
        {travel ? length(dial.drive_up_mm, units, 2) : `${dial.present_deg.toFixed(0)}°`}
      </text>
      <text x={C} y={C + 22} textAnchor="middle" fontSize="12" fill="var(--soft)">
        {travel
          ? `${dial.present_deg.toFixed(0)}° of the nut`
          : dial.present_deg >= 360 || dial.rim_mm_per_deg === null
            ? `${(dial.present_deg / 360).toFixed(2)} turns`
            : `${(dial.present_deg * dial.rim_mm_per_deg).toFixed(0)} mm of rim`}
      </text>
      <text x={C} y={C - 26} textAnchor="middle" fontSize="12" fill="var(--soft)">
        {travel ? "driven up" : "turned"}
      </text>
    </svg>
  );
}
