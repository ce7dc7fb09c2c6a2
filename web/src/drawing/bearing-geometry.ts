/**
 * Where every point of a bearing's half section lies in its drawing: from the core's answer, in
 * millimetres, to drawing units.
 */
import type { Section } from "../api";

export const WIDTH = 420;
export const MAGNIFY = 25;

export function geometry(section: Section, playUm: number | null) {
  const { bore_mm: d, outside_mm: D, width_mm: B } = section;
  const balls = section.kind === "self_aligning_ball";
  const onTaper = section.seat === "tapered_shaft";
  const shaft = onTaper ? d : section.shaft_mm;
  const sleeve = section.sleeve_length_mm ?? B * 1.7;
  const play = ((playUm ?? 0) / 1000) * MAGNIFY;
  const nutWidth = Math.max(sleeve * 0.14, B * 0.2);
  // An adapter sleeve is thick away from its nut and ends in its thread at the nut. A withdrawal
  // sleeve stands the other way:
  // it is thick where its own nut sits, and goes in from there.
  const withdrawal = section.seat === "withdrawal_sleeve";
  const thick = withdrawal ? Math.min(B * 1.06 - sleeve, -B * 0.2) : -B * 0.12;
  const thin = withdrawal ? B * 1.06 : sleeve;
  const left = withdrawal ? thick - nutWidth * 0.6 : -B * 0.35;
  const right = withdrawal ? B * 1.4 : Math.max(sleeve, B * 1.1) + nutWidth * 0.6;
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
  // The bore is narrowest at the nut, where its nominal diameter holds; the sleeve is thicker away
  // from the nut.
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
      // The middle of the roller or ball, mm.
      middle: {
        x: touch.x - (roller / 2) * Math.sin(angle),
        r: touch.r - (roller / 2) * Math.cos(angle),
      },
      // A point of the roller's own plane, `along` its axis and `out` towards the raceway, in the
      // drawing.
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
  // The inner ring's raceways follow the undersides of the rollers; a guide flange stands between
  // them.
  const under = (share: number, along: number) => {
    const found = rollers.find((candidate) => candidate.share === share);
    return found ? found.point(along, -roller / 2 + bulge * 0.5) : "";
  };
  const sphereAt = (shift: number) => Math.sqrt(outer * outer - (B / 2) ** 2) + shift;
  return {
    d,
    D,
    B,
    balls,
    oneRow: section.rows === 1,
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
    roller,
    inner,
    half,
    row,
    rollers,
    edge,
    radius,
    under,
    sphereAt,
    bottom,
  };
}
