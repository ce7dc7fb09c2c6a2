/**
 * The bearing in half section over its sleeve, to scale in millimetres; the play alone is
 * magnified, and the factor stated.
 */
import type { Section } from "../api";
import { clearance, useSettings } from "../ui";
import { BallRow } from "./ball-rings";
import { TwoRows } from "./bearing-rows";
import { Caption, ForceArrow, Hatching, Play, reach, type Mark } from "./bearing-parts";
import { MAGNIFY, WIDTH, geometry } from "./bearing-geometry";

interface Props {
  section: Section;
  playUm: number | null;
  label: string;
  marks?: Mark[];
}

export function BearingSection(props: Props) {
  const { section, playUm, label, marks = [] } = props;
  const { units } = useSettings();
  const found = geometry(section, playUm);
  const {
    d,
    D,
    B,
    oneRow,
    onTaper,
    shaft,
    thick,
    thin,
    withdrawal,
    play,
    nutWidth,
    left,
    x,
    y,
    height,
    scale,
    boreFar,
    sphereAt,
    bottom,
  } = found;
  const [from, to] = reach(
    -6,
    WIDTH + 6,
    marks.map((mark) => ({ x: x(mark.at_mm), towards: mark.towards })),
  );
  const id = label.replace(/\W/g, "");
  return (
    <figure>
      <svg
        viewBox={`${from} -4 ${to - from} ${height + 8}`}
        role="img"
        aria-label={`${label} in section on its sleeve, ${d} × ${D} × ${B} mm${playUm ? `, play ${clearance(playUm, units)}, drawn ${MAGNIFY} times larger` : ""}`}
        className="h-auto w-full"
      >
        <Hatching id={id} />
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
        {/* sleeve: its outside follows the taper of the bore; a tapered shaft carries the taper
            itself */}
        <path
          d={`M${x(thick)} ${y(shaft / 2)}L${x(thick)} ${y(boreFar + B * 0.06 * section.taper_slope)}L${x(B)} ${y(d / 2)}L${x(thin)} ${y(d / 2)}L${x(thin)} ${y(shaft / 2)}Z`}
          fill={onTaper ? "var(--steel)" : `url(#${id}hb)`}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {oneRow ? (
          <BallRow at={{ x, y, scale }} size={{ d, D, B }} rings={{ fill: `url(#${id}ha)` }} />
        ) : (
          <TwoRows found={found} hatching={`url(#${id}ha)`} />
        )}
        {/* nut: of a withdrawal sleeve its own, at its thick end */}
        {section.nut_outside_mm ? (
          <rect
            x={withdrawal ? x(-B * 0.04) - nutWidth * scale : x(B * 1.04)}
            y={y(section.nut_outside_mm / 2)}
            width={nutWidth * scale}
            height={((section.nut_outside_mm - d) / 2) * scale}
            fill={`url(#${id}ha)`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ) : null}
        {playUm ? (
          <Play
            x={x(B)}
            from={y(sphereAt(0))}
            to={y(sphereAt(play))}
            words={clearance(playUm, units)}
          />
        ) : null}
        {marks.map((mark) => (
          <ForceArrow key={mark.words} x={x(mark.at_mm)} y={y(mark.radius_mm)} mark={mark} />
        ))}
        <path
          d={`M-6 ${height}H${WIDTH + 6}`}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="14 3 3 3"
        />
      </svg>
      <Caption section={section} playUm={playUm} />
    </figure>
  );
}
