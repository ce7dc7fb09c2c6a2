/** Ring, nut, shaft and sleeve as the gates draw them. */
import { type Part, BORE, WIDE, W } from "./which-way";

/** The ring's lower half in section over a shaft; `wide` is where the bore is wide. */
export function Ring({ wide, part }: { wide: "left" | "right"; part: Part }) {
  const [left, right] = wide === "left" ? [56, 50] : [50, 56];
  return (
    <path
      d={`M30 ${BORE - part.ring}H${30 + WIDE}V${right}L30 ${left}Z`}
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="1.5"
    />
  );
}

/** The nut; its chamfered face is to the left, towards the ring. */
export function Nut({ part }: { part: Part }) {
  const top = 62 - part.nut;
  return (
    <path
      d={`M96 ${top + 5}L101 ${top}H116V62H101L96 57Z`}
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="1.5"
    />
  );
}

export function Shaft() {
  return (
    <>
      <path d={`M4 66H${W - 4}`} stroke="var(--ink)" strokeWidth="1.5" />
      <path d={`M4 78H${W - 4}`} stroke="var(--rule)" strokeWidth="1" strokeDasharray="12 3 3 3" />
    </>
  );
}

export function Sleeve({ thread }: { thread: "right" | "left" }) {
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
