/**
 * Pictures of work, our own: what a sentence would need three lines for. Named by the procedures
 * and by the words of the trade.
 */
import type { ReactNode } from "react";
import { FEELERS } from "./feelers";
import { LOCKING } from "./locking";
import { PLACES } from "./places";
import { SHOPFLOOR } from "./shop-floor";

export interface PictureOf {
  /** What it shows, for who cannot see it. */
  words: string;
  body: ReactNode;
}

const PICTURES: Record<string, PictureOf> = { ...FEELERS, ...LOCKING, ...PLACES, ...SHOPFLOOR };
export const PICTURE_NAMES = Object.keys(PICTURES);

export function Picture({ name, className = "max-w-72" }: { name: string; className?: string }) {
  const picture = PICTURES[name];
  if (!picture) return null;
  return (
    <svg
      viewBox="0 0 240 150"
      role="img"
      data-picture
      aria-label={picture.words}
      className={`w-full border border-rule bg-paper ${className}`}
    >
      {picture.body}
    </svg>
  );
}
