/** Which way round: small sections of the part, the nut to the right. Bore to thread, shaft below. */
import type { ReactNode } from "react";

const W = 150;
const H = 84;

/** The ring's lower half in section over a shaft; `wide` is where the bore is wide. */
function Ring({ wide }: { wide: "left" | "right" }) {
  const [left, right] = wide === "left" ? [56, 50] : [50, 56];
  return (
    <path d={`M30 14H84V${right}L30 ${left}Z`} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
  );
}

function Nut({ chamfer = "left" }: { chamfer?: "left" | "none" }) {
  return (
    <path
      d={chamfer === "left" ? "M96 26L102 20H116V62H102L96 56Z" : "M96 20H116V62H96Z"}
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="1.5"
    />
  );
}

function Shaft() {
  return (
    <>
      <path d={`M4 66H${W - 4}`} stroke="var(--ink)" strokeWidth="1.5" />
      <path d={`M4 78H${W - 4}`} stroke="var(--rule)" strokeWidth="1" strokeDasharray="12 3 3 3" />
    </>
  );
}

function Sleeve({ thread }: { thread: "right" | "left" }) {
  const d = thread === "right" ? "M22 66V57L88 51V60H124V66Z" : "M128 66V57L62 51V60H26V66Z";
  const threads = thread === "right" ? [96, 102, 108, 114, 120] : [30, 36, 42, 48, 54];
  return (
    <g>
      <path d={d} fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
      {threads.map((x) => (
        <path key={x} d={`M${x} 60L${x + 3} 56`} stroke="var(--ink)" strokeWidth="1" />
      ))}
    </g>
  );
}

const Arrow = ({ d }: { d: string }) => <path d={d} stroke="var(--dye)" strokeWidth="2.5" fill="none" />;

const PICTURES: Record<string, { words: string; body: ReactNode }> = {
  wide_end: {
    words: "wide end of the bore away from the nut",
    body: (
      <>
        <Ring wide="left" />
        <Sleeve thread="right" />
        <Nut />
        <Arrow d="M30 8H20M30 8l-4-3m4 3l-4 3" />
        <text x="2" y="11" fontSize="9" fill="var(--dye)">
          wide
        </text>
      </>
    ),
  },
  wide_end_withdrawal: {
    words: "wide end of the bore towards the nut",
    body: (
      <>
        <Ring wide="right" />
        <path d="M24 66V60L30 56L90 50V66Z" fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <Nut />
        <text x="88" y="11" fontSize="9" fill="var(--dye)">
          wide
        </text>
      </>
    ),
  },
  sleeve_thread: {
    words: "sleeve's thread on the side from which bearing and nut come",
    body: (
      <>
        <Sleeve thread="right" />
        <Arrow d="M144 34H96M104 28L96 34L104 40" />
      </>
    ),
  },
  abutment: {
    words: "ring against its spacer or shoulder",
    body: (
      <>
        <path d="M8 36H30V66H8Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <Ring wide="right" />
        <Arrow d="M130 58H98M106 53L98 58L106 63" />
      </>
    ),
  },
  washer: {
    words: "washer flat on the ring, inner tab in the sleeve's slot",
    body: (
      <>
        <Ring wide="left" />
        <Sleeve thread="right" />
        <path d="M86 18H91V60H86Z" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <Nut />
      </>
    ),
  },
  nut_chamfer: {
    words: "nut with its chamfered face to the bearing",
    body: (
      <>
        <Ring wide="left" />
        <Sleeve thread="right" />
        <Nut />
        <Arrow d="M96 12L98 22M94 18L98 22L102 17" />
      </>
    ),
  },
};

export function WhichWay({ name }: { name: string }) {
  const picture = PICTURES[name];
  if (!picture) return null;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={picture.words}
      className="h-16 w-28 shrink-0 sm:h-20 sm:w-36"
    >
      {picture.body}
      <Shaft />
    </svg>
  );
}
