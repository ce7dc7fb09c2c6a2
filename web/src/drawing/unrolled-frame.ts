/**
 * Where places round a ring lie in its unrolled drawing, and which place was tapped. No drawing
 * here.
 */
import type { LookWork } from "../api";

export type Strip = LookWork["strips"][number];
export type Finding = LookWork["findings"][number];
export interface Place {
  deg: number;
  row: 0 | 1 | 2;
}

export const HALF = 400;
export const EDGE = 18;
/** Where the upper half begins. */
const BEGIN = 270;
const TOP = 26;
const GAP = 34;

/** Degrees from where the upper half begins. */
export const turned = (deg: number) => (((deg - BEGIN) % 360) + 360) % 360;

/**
 * Where a place on the strip lies in the drawing: `from_top` is the share of its width, from the
 * nut's side.
 */
export function frame(strip: Strip) {
  const perMm = HALF / (strip.length_mm / 2);
  const high = strip.width_mm * perMm;
  return {
    perMm,
    high,
    width: HALF + 2 * EDGE,
    height: TOP + 2 * high + GAP + 18,
    x: (deg: number) => EDGE + ((turned(deg) % 180) / 180) * HALF,
    top: (deg: number) => TOP + (turned(deg) >= 180 ? high + GAP : 0),
  };
}

/** The place that was tapped, or none beside the strip. Pure, so that it can be tested. */
export function placeAt(strip: Strip, x: number, y: number): Place | null {
  const { high } = frame(strip);
  const across = y - TOP;
  const half = across <= high + GAP / 2 ? 0 : 1;
  const inside = across - half * (high + GAP);
  if (x < EDGE || x > EDGE + HALF || inside < -8 || inside > high + 8) return null;
  const deg = (BEGIN + half * 180 + ((x - EDGE) / HALF) * 180) % 360;
  const row = strip.rows === 1 ? 0 : inside < high / 2 ? 1 : 2;
  return { deg: Math.round(deg * 2) / 2, row };
}
