/**
 * A ring's face unrolled, to scale in both directions: its upper half above its lower one, so that
 * neither the top mark nor the bottom is
 * cut. Row 1 is at the nut's side.
 */
import { frame, placeAt, type Finding, type Place, type Strip } from "./unrolled-frame";
import { Half } from "./unrolled-half";
import { SignMark } from "./unrolled-signs";

const STANDING = new Set<Strip["face"]>(["outer", "outside"]);

export function Unrolled(props: {
  strip: Strip;
  findings: Finding[];
  loadDeg: number | null;
  /** What is about to be marked. */
  place?: Place | null;
  onPlace?: (place: Place) => void;
}) {
  const { strip, findings, place = null, onPlace } = props;
  // A ring that turns has no place where the load points.
  const loadDeg = STANDING.has(strip.face) ? props.loadDeg : null;
  const at = frame(strip);
  const own = findings.filter((one) => one.face === strip.face);
  return (
    <svg
      viewBox={`0 0 ${at.width} ${at.height}`}
      role="img"
      aria-label={`${strip.words}, unrolled to scale: ${own.length === 0 ? "nothing marked" : own.map(said).join("; ")}`}
      className={`h-auto w-full ${onPlace ? "cursor-crosshair" : ""}`}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const scale = at.width / box.width;
        const found = placeAt(
          strip,
          (event.clientX - box.left) * scale,
          (event.clientY - box.top) * scale,
        );
        if (found) onPlace?.(found);
      }}
    >
      {[270, 90].map((begin) => (
        <Half key={begin} begin={begin} strip={strip} />
      ))}
      {own.map((finding) => (
        <SignMark key={finding.entry} finding={finding} strip={strip} />
      ))}
      {loadDeg === null ? null : (
        <g>
          <path
            d={`M${at.x(loadDeg)} ${at.top(loadDeg) - 2}l-6 -11h12Z`}
            fill="var(--dye)"
            stroke="var(--ink)"
          />
          <text
            x={at.x(loadDeg) + 9}
            y={at.top(loadDeg) - 5}
            fontSize="11"
            fontWeight="700"
            fill="var(--dye)"
          >
            load
          </text>
        </g>
      )}
      {place ? (
        <path
          d={`M${at.x(place.deg)} ${at.top(place.deg) - 6}v${at.high + 12}`}
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray="4 3"
        />
      ) : null}
    </svg>
  );
}

export function said(finding: Finding): string {
  const { sign, from_deg, to_deg, row } = finding;
  const where = from_deg === to_deg ? `at ${from_deg}°` : `${from_deg}° to ${to_deg}°`;
  return `${sign} ${where}${row ? `, row ${row}` : ""}`;
}
