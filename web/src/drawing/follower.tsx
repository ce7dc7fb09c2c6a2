/**
 * A cam follower seen on its end face and from the side, to one scale; the load comes from below.
 */
import { length, useSettings } from "../ui";

const HIGH = 170;

export function FollowerDrawing(props: {
  stud: number;
  roller: number;
  width: number;
  hole: string;
}) {
  const { stud, roller, width, hole } = props;
  const { units } = useSettings();
  const scale = HIGH / roller;
  const r = (roller / 2) * scale;
  const s = (stud / 2) * scale;
  const side = width * scale;
  const total = 2 * r + 40 + side + roller * 0.8 * scale;
  const left = 2 * r + 40;
  const where =
    hole === "unloaded"
      ? "grease hole on the unloaded side"
      : hole === "loaded"
        ? "grease hole under the load"
        : "";
  const words = `Follower: roller ${length(roller, units)}, ${length(width, units)} wide, stud or pin ${length(stud, units)}, to scale`;
  return (
    <svg
      viewBox={`-8 -8 ${total + 16} ${HIGH + 46}`}
      role="img"
      aria-label={[words, where].filter(Boolean).join("; ")}
      className="h-auto max-h-64 w-full"
    >
      <circle cx={r} cy={r} r={r} fill="var(--steel)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={r} cy={r} r={r * 0.72} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1" />
      <circle
        cx={r}
        cy={r}
        r={Math.max(s, r * 0.3)}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {hole === "unloaded" || hole === "loaded" ? (
        <circle
          cx={r}
          cy={r + (hole === "loaded" ? 1 : -1) * Math.max(s, r * 0.3) * 0.75}
          r="5"
          fill={hole === "loaded" ? "var(--oxide)" : "var(--dye)"}
        />
      ) : null}
      <path
        d={`M${r} ${2 * r + 28}V${2 * r + 4}l-6 9M${r} ${2 * r + 4}l6 9`}
        stroke="var(--ink)"
        strokeWidth="2"
        fill="none"
      />
      <text x={r + 10} y={2 * r + 28} fontSize="13" fill="var(--ink)">
        load
      </text>
      <rect
        x={left}
        y={0}
        width={side}
        height={2 * r}
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <rect
        x={left + side}
        y={r - s}
        width={roller * 0.8 * scale}
        height={2 * s}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
    </svg>
  );
}
