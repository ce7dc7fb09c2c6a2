/**
 * A ring on its way to the shoulder, in half section and to scale: seat, shoulder, drift tube; gaps
 * magnified, with the factor stated.
 */
import type { ShoulderSection } from "../api";
import { length, useSettings } from "../ui";
import { ballRings } from "./ball-rings";
import { RollingRow } from "./rolling-row";

const WIDTH = 420;
const MAGNIFY = 10;

/** Where things lie, mm to drawing units; pure, so that it can be tested. */
export function shoulderFrame(section: ShoulderSection, gapMm: number) {
  const { bore_mm: d, outside_mm: D, width_mm: B } = section;
  const collar = B * 0.5;
  const gap = Math.min(gapMm * MAGNIFY, B * 1.5);
  const tube = section.tube ? B * 1.2 : 0;
  const total = collar + gap + B + tube + B * 0.6;
  const inside = d / 2 - (D - d) * 0.35;
  const scale = Math.min(WIDTH / total, 220 / (D / 2 - inside));
  return {
    scale,
    collar,
    gap,
    tube,
    x: (mm: number) => mm * scale,
    y: (radius: number) => (D / 2 - radius) * scale + 8,
    width: total * scale,
    height: (D / 2 - inside) * scale + 16,
    inside,
    // The shoulder of the shaft stands under the inner ring's own.
    step: d / 2 + (ballRings(d, D, B).innerShoulder - d / 2) * 0.6,
  };
}

export function ShoulderDrawing({
  section,
  gapMm,
}: {
  section: ShoulderSection;
  gapMm: number | null;
}) {
  const { units } = useSettings();
  const { bore_mm: d, outside_mm: D, width_mm: B } = section;
  const at = shoulderFrame(section, gapMm ?? 0);
  const { x, y, collar, gap } = at;
  const left = collar + gap;
  const words = [
    `ring ${length(d, units)} by ${length(D, units)} by ${length(B, units)} to scale`,
    gapMm === null ? "against its shoulder" : `gap to the shoulder ${length(gapMm, units, 2)}`,
    section.tube ? `tube under ${length(section.tube.outside_mm, units)} outside` : "",
  ].filter(Boolean);
  return (
    <svg
      viewBox={`0 0 ${at.width} ${at.height}`}
      role="img"
      aria-label={`Bearing and seat in half section: ${words.join("; ")}`}
      className="mx-auto h-auto max-h-72 w-full"
    >
      <path
        d={`M0 ${y(at.step)}H${x(collar)}V${y(d / 2)}H${at.width}V${y(at.inside)}H0Z`}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {section.tube ? (
        <rect
          x={x(left + B)}
          y={y(section.tube.outside_mm / 2)}
          width={x(at.tube)}
          height={y(section.tube.inside_mm.low / 2) - y(section.tube.outside_mm / 2)}
          fill="var(--mark)"
          fillOpacity="0.7"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ) : null}
      <RollingRow at={at} kind={section.kind} size={{ d, D, B }} from={left} />
      {gapMm ? (
        <text
          x={x(collar + gap / 2)}
          y={y(d / 2) - 6}
          textAnchor="middle"
          fontSize="12"
          fill="var(--dye)"
        >
          {length(gapMm, units, 2)}
        </text>
      ) : null}
    </svg>
  );
}

/** The four gaps on a clock face: where it stands open, and where to tap. */
export function TiltClock({ gaps, towardsDeg }: { gaps: number[]; towardsDeg: number | null }) {
  const { units } = useSettings();
  const sides = ["top", "right", "bottom", "left"];
  const spots = [
    [100, 22],
    [172, 104],
    [100, 186],
    [28, 104],
  ];
  const rad = (((towardsDeg ?? 0) - 90) * Math.PI) / 180;
  const [tx, ty] = [100 + 50 * Math.cos(rad), 100 + 50 * Math.sin(rad)];
  return (
    <svg
      viewBox="0 0 200 200"
      role="img"
      aria-label={`Gaps: ${gaps.map((gap, i) => `${sides[i]} ${length(gap, units, 2)}`).join(", ")}${towardsDeg === null ? "" : `; open towards ${Math.round(towardsDeg)} degrees from the top`}`}
      className="mx-auto h-auto w-full max-w-52"
    >
      <circle cx="100" cy="100" r="60" fill="var(--steel)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx="100" cy="100" r="34" fill="var(--wash)" stroke="var(--ink)" strokeWidth="2" />
      {gaps.map((gap, i) => (
        <text
          key={sides[i]}
          x={spots[i]?.[0]}
          y={spots[i]?.[1]}
          textAnchor="middle"
          fontSize="13"
          fontWeight="700"
          fill="var(--ink)"
        >
          {length(gap, units, 2)}
        </text>
      ))}
      {towardsDeg === null ? null : (
        <path
          d={`M100 100L${tx} ${ty}`}
          stroke="var(--dye)"
          strokeWidth="6"
          strokeLinecap="round"
        />
      )}
    </svg>
  );
}
