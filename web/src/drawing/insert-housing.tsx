/**
 * A housing with its loading slots, seen from the marked face, and cut through its fitting: groove,
 * insert, tilt magnified.
 */
import type { InsertWork } from "../api";
import { length, useSettings } from "../ui";

const HIGH = 170;
const MAGNIFY = 5;

type Insert = Pick<
  InsertWork,
  | "outside_mm"
  | "ring_mm"
  | "to_marked_mm"
  | "to_other_mm"
  | "groove_side"
  | "pin_slot"
  | "groove_faces"
  | "tilt_deg"
>;

/**
 * Where things lie in the cut, drawing units from the marked face; the housing is as wide as
 * measured, else as the ring asks.
 */
export function cutOf(insert: Insert) {
  const scale = HIGH / insert.outside_mm;
  const measured = insert.to_marked_mm !== null && insert.to_other_mm !== null;
  const wide =
    (measured ? insert.to_marked_mm! + insert.to_other_mm! : insert.ring_mm * 1.6) * scale;
  const ring = insert.ring_mm * scale;
  const side = (face: string | null) => (face === "marked" ? -1 : face === "other" ? 1 : 0);
  return {
    scale,
    wide,
    ring,
    fitting: measured ? insert.to_marked_mm! * scale : null,
    groove: wide / 2 + side(insert.groove_side) * ring * 0.28,
    ownGroove: side(insert.groove_faces) * ring * 0.28,
    tilt: Math.max(-25, Math.min(25, (insert.tilt_deg ?? 0) * MAGNIFY)),
  };
}

const FACES: Record<string, string> = {
  marked: "the marked face",
  other: "the other face",
  middle: "the middle",
};

export function InsertHousing({ insert }: { insert: Insert }) {
  const { units } = useSettings();
  const at = cutOf(insert);
  const r = HIGH / 2;
  const left = 2 * r + 110;
  const side = FACES[insert.groove_side];
  const faces = insert.groove_faces ? FACES[insert.groove_faces] : "";
  const wrong =
    faces !== "" &&
    side !== undefined &&
    insert.groove_faces !== insert.groove_side &&
    insert.groove_side !== "middle";
  const words = [
    `housing for an insert of ${length(insert.outside_mm, units)}, to scale`,
    at.fitting === null
      ? ""
      : `fitting ${length(insert.to_marked_mm ?? 0, units)} from the marked face`,
    side ? `groove towards ${side}` : "groove's side not known",
    faces ? `the insert's groove looks to ${faces}` : "",
    insert.tilt_deg === null ? "" : `tilt ${insert.tilt_deg} degrees, drawn ${MAGNIFY} times`,
  ];
  return (
    <svg
      viewBox={`-46 -40 ${left + at.wide + 90} ${HIGH + 88}`}
      role="img"
      aria-label={`Housing: ${words.filter(Boolean).join("; ")}`}
      className="mx-auto h-auto max-h-72 w-full"
    >
      <circle cx={r} cy={r} r={r + 22} fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={r} cy={r} r={r} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      {[-1, 1].map((way) => (
        <rect
          key={way}
          x={way < 0 ? -9 : 2 * r - 3}
          y={r - at.ring / 2}
          width={12}
          height={at.ring}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ))}
      {insert.pin_slot ? (
        <rect x={2 * r + 6} y={r - 5} width={11} height={10} fill="var(--dye)" />
      ) : null}
      <path
        d={`M${r - 5} -22V-34H${r + 5}V-22`}
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text x={r} y={HIGH + 42} textAnchor="middle" fontSize="13" fill="var(--soft)">
        from the marked face
      </text>
      <g transform={`translate(${left} 0)`}>
        <rect
          x={0}
          y={-22}
          width={at.wide}
          height={22}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
        <rect
          x={0}
          y={HIGH}
          width={at.wide}
          height={22}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
        <path d={`M0 -22V${HIGH + 22}`} stroke="var(--mark)" strokeWidth="7" />
        {at.fitting === null ? null : (
          <path
            d={`M${at.fitting - 6} -22V-36H${at.fitting + 6}V-22M${at.fitting} -22V0`}
            fill="var(--steel)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
        )}
        {side ? <rect x={at.groove - 5} y={-5} width={10} height={5} fill="var(--dye)" /> : null}
        <g transform={`translate(${at.wide / 2} ${HIGH / 2}) rotate(${at.tilt})`}>
          <rect
            x={-at.ring / 2}
            y={-HIGH / 2 + 1}
            width={at.ring}
            height={HIGH - 2}
            rx={at.ring * 0.2}
            fill={faces ? "var(--steel)" : "none"}
            stroke="var(--ink)"
            strokeWidth="2"
            strokeDasharray={faces ? "" : "6 5"}
          />
          {faces ? (
            <path
              d={`M${at.ownGroove} ${-HIGH / 2}v10M${at.ownGroove} ${HIGH / 2}v-10`}
              stroke={wrong ? "var(--oxide)" : "var(--dye)"}
              strokeWidth="5"
            />
          ) : null}
        </g>
        <text x={at.wide / 2} y={HIGH + 42} textAnchor="middle" fontSize="13" fill="var(--soft)">
          cut through the fitting
        </text>
      </g>
    </svg>
  );
}
