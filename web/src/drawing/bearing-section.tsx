/** The bearing in half section over its sleeve, to scale in millimetres; the play alone is magnified, and the factor stated. */
import type { Section } from "../api";
import { clearance, useSettings } from "../ui";

const WIDTH = 420;
const MAGNIFY = 25;

export function BearingSection({
  section,
  playUm,
  label,
}: {
  section: Section;
  playUm: number | null;
  label: string;
}) {
  const { units } = useSettings();
  const { bore_mm: d, outside_mm: D, width_mm: B } = section;
  const balls = section.kind === "self_aligning_ball";
  const onTaper = section.seat === "tapered_shaft";
  const shaft = onTaper ? d : section.shaft_mm;
  const sleeve = section.sleeve_length_mm ?? B * 1.7;
  const play = ((playUm ?? 0) / 1000) * MAGNIFY;
  const nutWidth = Math.max(sleeve * 0.14, B * 0.2);
  const left = -B * 0.35;
  const right = Math.max(sleeve, B * 1.1) + nutWidth * 0.6;
  // Drawn from somewhat inside the shaft up to the outside diameter, as radii.
  const bottom = Math.min(
    shaft / 2 - (D - d) * 0.22,
    section.shaft_bore_mm ? section.shaft_bore_mm / 2 - (D - d) * 0.08 : Infinity,
  );
  const top = D / 2 + play + (D - d) * 0.06;
  const scale = WIDTH / (right - left);
  const x = (mm: number) => (mm - left) * scale;
  const y = (radius: number) => (top - radius) * scale;
  const height = (top - bottom) * scale;
  // The bore is narrowest at the nut, where its nominal diameter holds; the sleeve is thicker away from the nut.
  const boreFar = d / 2 + (B * section.taper_slope) / 2;
  const roller = section.roller_diameter_mm;
  const outer = section.outer_raceway_mm / 2;
  const inner = section.inner_raceway_mm / 2;
  // The outer raceway is a sphere about the middle of the bearing; barrel rollers lie against it.
  const half = B * 0.17;
  // Balls of two rows stand beside each other; rollers leave room for their flange.
  const row = balls ? Math.max(0.25, (0.53 * roller) / B) : 0.25;
  const rollers = [-row, row].map((share) => {
    const angle = Math.asin((B * share) / outer);
    const touch = { x: B / 2 + outer * Math.sin(angle), r: outer * Math.cos(angle) };
    return {
      share,
      // A point of the roller's own plane, `along` its axis and `out` towards the raceway, in the drawing.
      point: (along: number, out: number) => {
        const px = touch.x + along * Math.cos(angle) + (out - roller / 2) * Math.sin(angle);
        const pr = touch.r - along * Math.sin(angle) + (out - roller / 2) * Math.cos(angle);
        return `${x(px)} ${y(pr)}`;
      },
    };
  });
  const bulge = (half * half) / (2 * outer);
  const edge = roller / 2 - bulge;
  const radius = outer * scale;
  // The inner ring's raceways follow the undersides of the rollers; a guide flange stands between them.
  const under = (share: number, along: number) => {
    const found = rollers.find((candidate) => candidate.share === share);
    return found ? found.point(along, -roller / 2 + bulge * 0.5) : "";
  };
  const sphereAt = (shift: number) => Math.sqrt(outer * outer - (B / 2) ** 2) + shift;
  const id = label.replace(/\W/g, "");
  return (
    <figure>
      <svg
        viewBox={`-6 -4 ${WIDTH + 12} ${height + 8}`}
        role="img"
        aria-label={`${label} in section on its sleeve, ${d} × ${D} × ${B} mm${playUm ? `, play ${clearance(playUm, units)}, drawn ${MAGNIFY} times larger` : ""}`}
        className="h-auto w-full"
      >
        <defs>
          {[45, -45].map((angle) => (
            <pattern
              key={angle}
              id={`${id}h${angle > 0 ? "a" : "b"}`}
              width="7"
              height="7"
              patternUnits="userSpaceOnUse"
              patternTransform={`rotate(${angle})`}
            >
              <path d="M0 0V7" stroke="var(--soft)" strokeWidth="1.1" />
            </pattern>
          ))}
        </defs>
        {/* shaft */}
        <rect
          x={x(left)}
          y={y(shaft / 2)}
          width={WIDTH}
          height={height - y(shaft / 2)}
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {section.shaft_bore_mm / 2 > bottom ? (
          <rect
            x={x(left)}
            y={y(section.shaft_bore_mm / 2)}
            width={WIDTH}
            height={height - y(section.shaft_bore_mm / 2)}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ) : null}
        {/* sleeve: its outside follows the taper of the bore; a tapered shaft carries the taper itself */}
        <path
          d={`M${x(-B * 0.12)} ${y(shaft / 2)}L${x(-B * 0.12)} ${y(boreFar + B * 0.06 * section.taper_slope)}L${x(B)} ${y(d / 2)}L${x(sleeve)} ${y(d / 2)}L${x(sleeve)} ${y(shaft / 2)}Z`}
          fill={onTaper ? "var(--steel)" : `url(#${id}hb)`}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {/* inner ring with its two raceways and the guide flange between */}
        <path
          d={`M${x(0)} ${y(boreFar)}L${x(B)} ${y(d / 2)}L${x(B)} ${y(inner - roller * 0.2)}L${under(row, half * 1.15)}L${under(row, -half)}L${x(B * 0.53)} ${y(inner + roller * 0.3)}L${x(B * 0.47)} ${y(inner + roller * 0.3)}L${under(-row, half)}L${under(-row, -half * 1.15)}L${x(0)} ${y(inner - roller * 0.2)}Z`}
          fill={`url(#${id}ha)`}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {rollers.map(({ share, point }) =>
          balls ? (
            <Ball key={share} centre={point(0, 0)} radius={(roller / 2) * scale} />
          ) : (
            <path
              key={share}
              d={`M${point(-half, edge)}A${radius} ${radius} 0 0 1 ${point(half, edge)}L${point(half, -edge)}A${radius} ${radius} 0 0 1 ${point(-half, -edge)}Z`}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.5"
              strokeLinejoin="round"
            />
          ),
        )}
        {/* outer ring, lifted by the magnified play */}
        <path
          d={`M${x(0)} ${y(D / 2 + play)}H${x(B)}V${y(sphereAt(play))}A${radius} ${radius} 0 0 0 ${x(0)} ${y(sphereAt(play))}Z`}
          fill={`url(#${id}ha)`}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {/* nut */}
        {section.nut_outside_mm ? (
          <rect
            x={x(B * 1.04)}
            y={y(section.nut_outside_mm / 2)}
            width={nutWidth * scale}
            height={((section.nut_outside_mm - d) / 2) * scale}
            fill={`url(#${id}ha)`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ) : null}
        {playUm ? (
          <g stroke="var(--dye)" fill="var(--dye)">
            <path d={`M${x(B) + 14} ${y(sphereAt(0))}V${y(sphereAt(play))}`} strokeWidth="5" />
            <path
              d={`M${x(B) - 3} ${y(sphereAt(0))}h24M${x(B) - 3} ${y(sphereAt(play))}h24`}
              strokeWidth="1.5"
              fill="none"
            />
            <text
              x={x(B) + 26}
              y={y(sphereAt(play / 2)) + 6}
              fontSize={WIDTH - x(B) > 108 ? 19 : 14}
              fontWeight="700"
              stroke="none"
            >
              {clearance(playUm, units)}
            </text>
          </g>
        ) : null}
        <path
          d={`M-6 ${height}H${WIDTH + 6}`}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="14 3 3 3"
        />
      </svg>
      <figcaption className="text-sm text-soft">
        <span className="block text-ink">
          ⌀{d} × ⌀{D} × {B} mm
          {section.shaft_known === false
            ? ", shaft not given yet"
            : `, shaft ⌀${section.shaft_mm.toFixed(1).replace(/\.0$/, "")}`}
          {section.shaft_bore_mm > 0
            ? `, bored ⌀${section.shaft_bore_mm.toFixed(1).replace(/\.0$/, "")}`
            : ""}
        </span>
        Half section to scale{playUm ? `; the play is drawn ${MAGNIFY} times larger` : ""}. Raceways and
        rollers are computed from bore, outside diameter and width.
      </figcaption>
    </figure>
  );
}

function Ball({ centre, radius }: { centre: string; radius: number }) {
  const [cx, cy] = centre.split(" ").map(Number);
  return <circle cx={cx} cy={cy} r={radius} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />;
}
