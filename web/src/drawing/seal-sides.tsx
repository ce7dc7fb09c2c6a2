/**
 * Upper half of a bearing on its shaft, to scale, a seal on either side of it; the inboard one on
 * the left.
 */
import type { SealWork } from "../api";
import { LabyrinthRing } from "./labyrinth-ring";

const HIGH = 130;
type Side = SealWork["sides"][number];

/** Where seals stand in the drawing: beside the bearing, by a third of its width. */
export function sealFrame(
  seals: Pick<SealWork, "shaft_mm" | "bore_mm" | "outside_mm" | "width_mm">,
) {
  const scale = HIGH / (seals.outside_mm / 2);
  const wide = seals.width_mm * scale;
  return {
    scale,
    wide,
    shaft: (seals.shaft_mm / 2) * scale,
    bore: (seals.bore_mm / 2) * scale,
    off: wide * 0.75,
  };
}

const SAYS: Record<string, string> = { toward: "towards the bearing", away: "away from it" };

export function SealSides({ seals }: { seals: SealWork }) {
  const at = sealFrame(seals);
  const words = seals.sides
    .filter(({ planned }) => planned)
    .map(({ side, on, lip, left }) => {
      const way = lip ? `, lip ${SAYS[lip]}` : "";
      return `${side} seal ${on ? `on${way}` : "not on yet"}${left ? "" : ", done"}`;
    });
  const asked = seals.asked_lip ? `; the lip should look ${SAYS[seals.asked_lip]}` : "";
  const edge = at.wide / 2 + at.off + 60;
  return (
    <svg
      viewBox={`${-edge} ${-HIGH - 16} ${2 * edge} ${HIGH + 50}`}
      role="img"
      aria-label={`Bearing and its seals, to scale: ${words.join("; ") || "no seal planned yet"}${asked}`}
      className="mx-auto h-auto max-h-64 w-full"
    >
      <rect
        x={-edge}
        y={-at.shaft}
        width={2 * edge}
        height={at.shaft}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path d={`M${-edge} 0H${edge}`} stroke="var(--ink)" strokeDasharray="10 4 2 4" />
      <rect
        x={-at.wide / 2}
        y={-HIGH}
        width={at.wide}
        height={HIGH - at.shaft}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {[-0.24, 0.24].map((share) => (
        <circle
          key={share}
          cx={at.wide * share}
          cy={-(HIGH + at.bore) / 2}
          r={Math.min((HIGH - at.bore) * 0.26, at.wide * 0.2)}
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ))}
      {seals.sides.map((side) => (
        <OneSeal
          key={side.side}
          side={side}
          x={(side.side === "inboard" ? -1 : 1) * (at.wide / 2 + at.off / 2)}
          shaft={at.shaft}
          asked={seals.asked_lip}
          leans={seals.kind === "v_ring"}
          labyrinth={seals.kind === "labyrinth"}
          due={seals.due_side === side.side}
        />
      ))}
      <text x={-edge + 4} y="26" fontSize="13" fill="var(--soft)">
        inboard
      </text>
      <text x={edge - 4} y="26" textAnchor="end" fontSize="13" fill="var(--soft)">
        outboard
      </text>
    </svg>
  );
}

function OneSeal(props: {
  side: Side;
  x: number;
  shaft: number;
  asked: string | null;
  /** A V-ring on the shaft that leans on the housing's face, rather than a ring in its groove. */
  leans: boolean;
  labyrinth: boolean;
  due: boolean;
}) {
  const { side, x, shaft, asked, leans, due } = props;
  if (!side.planned) return null;
  if (props.labyrinth) return <LabyrinthRing side={side} x={x} shaft={shaft} due={due} />;
  const lip = side.lip ?? asked;
  // On the left the bearing is to the right.
  const way = (side.side === "inboard" ? 1 : -1) * (lip === "away" ? -1 : 1);
  const wrong = side.lip !== null && asked !== null && side.lip !== asked;
  const ink = wrong ? "var(--oxide)" : "var(--ink)";
  return (
    <g transform={`translate(${x} ${-shaft})`}>
      {leans ? <path d={`M${way * 20} -62V-8`} stroke="var(--ink)" strokeWidth="4" /> : null}
      <rect
        x="-7"
        y={leans ? -22 : -52}
        width="14"
        height={leans ? 22 : 40}
        fill={due ? "var(--mark)" : side.on ? "var(--dye)" : "var(--sheet)"}
        stroke={ink}
        strokeWidth="2"
        strokeDasharray={side.on ? undefined : "5 4"}
      />
      {lip ? (
        <path
          d={leans ? `M${way * 4} -22L${way * 17} -44` : `M0 -12L${way * 16} 0`}
          stroke={ink}
          strokeWidth="4"
          strokeDasharray={side.on ? undefined : "5 4"}
        />
      ) : null}
      {side.purged ? (
        <path d="M-10 -6C-4 -14 4 -14 10 -6Z" fill="var(--mark)" stroke="var(--ink)" />
      ) : null}
      <text y="-60" textAnchor="middle" fontSize="15" fill={ink}>
        {side.left === "" ? "✓" : side.on ? "•" : "○"}
      </text>
    </g>
  );
}
