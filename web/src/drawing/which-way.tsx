/**
 * Which way round: small sections of the part, the nut to the right. Bore to thread, shaft below.
 */
import type { ReactNode } from "react";
import type { Section } from "../api";
import { Ring, Nut, Shaft, Sleeve } from "./which-way-parts";

export const W = 150;
const H = 84;

/**
 * Heights of ring and nut over the bore, in the proportions of the part; the taper alone is drawn
 * steeper than it is.
 */
export interface Part {
  ring: number;
  nut: number;
}

export const WIDE = 54;
export const BORE = 53;
const between = (least: number, value: number, most: number) =>
  Math.min(most, Math.max(least, value));

function partOf(section: Section): Part {
  const perMm = WIDE / section.width_mm;
  const high = (outside: number) => ((outside - section.bore_mm) / 2) * perMm;
  const nut = section.nut_outside_mm ? high(section.nut_outside_mm) : high(section.outside_mm) / 2;
  return { ring: between(16, high(section.outside_mm), 49), nut: between(12, nut, 40) };
}

const Arrow = ({ d }: { d: string }) => (
  <path d={d} stroke="var(--dye)" strokeWidth="2.5" fill="none" />
);

const PICTURES: Record<string, { words: string; body: (part: Part) => ReactNode }> = {
  wide_end: {
    words: "wide end of the bore away from the nut",
    body: (part) => (
      <>
        <Ring wide="left" part={part} />
        <Sleeve thread="right" />
        <Nut part={part} />
        <text x="2" y="52" fontSize="9" fill="var(--dye)">
          wide
        </text>
      </>
    ),
  },
  wide_end_withdrawal: {
    words: "wide end of the bore towards the nut",
    body: (part) => (
      <>
        <Ring wide="right" part={part} />
        <path
          d="M24 66V60L30 56L90 50V66Z"
          fill="var(--wash)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <Nut part={part} />
        <text x="120" y="58" fontSize="9" fill="var(--dye)">
          wide
        </text>
      </>
    ),
  },
  sleeve_thread: {
    words: "sleeve's thread on the side from which bearing and nut come",
    body: () => (
      <>
        <Sleeve thread="right" />
        <Arrow d="M144 34H96M104 28L96 34L104 40" />
      </>
    ),
  },
  abutment: {
    words: "ring against its spacer or shoulder",
    body: (part) => (
      <>
        <path d="M8 36H30V66H8Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <Ring wide="right" part={part} />
        <Arrow d="M130 58H98M106 53L98 58L106 63" />
      </>
    ),
  },
  washer: {
    words: "washer flat on the ring, inner tab in the sleeve's slot",
    body: (part) => (
      <>
        <Ring wide="left" part={part} />
        <Sleeve thread="right" />
        <path
          d={`M86 ${58 - part.nut}H91V60H86Z`}
          fill="var(--mark)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <Nut part={part} />
      </>
    ),
  },
  nut_chamfer: {
    words: "nut with its chamfered face to the bearing",
    body: (part) => (
      <>
        <Ring wide="left" part={part} />
        <Sleeve thread="right" />
        <Nut part={part} />
        <Arrow
          d={`M96 ${50 - part.nut}L98 ${60 - part.nut}M94 ${56 - part.nut}L98 ${60 - part.nut}L102 ${55 - part.nut}`}
        />
      </>
    ),
  },
};

export function WhichWay({ name, section }: { name: string; section: Section }) {
  const picture = PICTURES[name];
  if (!picture) return null;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={picture.words}
      className="h-16 w-28 shrink-0 sm:h-20 sm:w-36"
    >
      {picture.body(partOf(section))}
      <Shaft />
    </svg>
  );
}
