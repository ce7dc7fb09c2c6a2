/** Marks on the dial of a nut: the seat with its washer, present and target marks. */
import type { SeatView } from "../api";
import { OUTSIDE, arc, C, SIZE, at } from "./nut-dial";

/**
 * Where the old mark is and where the nut should seat behind it; a whole turn behind looks alike,
 * so words say it.
 */
export function SeatMarks({ seat, bore }: { seat: SeatView; bore: number }) {
  const expected = seat.expected_behind_deg;
  if (expected === null || expected === undefined) return null;
  const to = seat.old_mark_deg - expected;
  const turns = Math.floor((expected + 0.25) / 360);
  const rest = expected - 360 * turns;
  return (
    <g>
      <Mark deg={seat.old_mark_deg} inner={bore - 4} outer={OUTSIDE} label="" dash />
      <path
        d={rest > 1 ? arc(OUTSIDE, to, to + rest) : ""}
        stroke="var(--care)"
        strokeWidth="3"
        strokeDasharray="5 4"
        fill="none"
      />
      {turns > 0 ? (
        <circle
          cx={C}
          cy={C}
          r={OUTSIDE + 6}
          stroke="var(--care)"
          strokeWidth="3"
          strokeDasharray="5 4"
          fill="none"
        />
      ) : null}
      <Mark deg={to} inner={bore - 4} outer={OUTSIDE} label="" care />
      <text
        x={C}
        y={SIZE - 3}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        fill="var(--care)"
      >
        {`seats ${seat.expected_words} the old mark`}
      </text>
    </g>
  );
}

export function Mark({
  deg,
  inner,
  outer,
  label,
  dye = false,
  dash = false,
  care = false,
}: {
  deg: number;
  inner: number;
  outer: number;
  label: string;
  dye?: boolean;
  dash?: boolean;
  care?: boolean;
}) {
  const [x1, y1] = at(inner, deg);
  const [x2, y2] = at(outer, deg);
  const [tx, ty] = at(inner + 4, deg - 20);
  return (
    <g>
      <path
        d={`M${x1} ${y1}L${x2} ${y2}`}
        stroke={dye ? "var(--dye)" : care ? "var(--care)" : "var(--ink)"}
        strokeWidth={dye || care ? 5 : 3}
        strokeDasharray={dash ? "4 3" : undefined}
      />
      {label ? (
        <text x={tx} y={ty + 4} textAnchor="middle" fontSize="11" fill="var(--ink)">
          {label}
        </text>
      ) : null}
    </g>
  );
}
