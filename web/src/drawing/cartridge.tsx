/**
 * A cartridge in half section, to scale: shaft, two bearings, housing, covers, flingers. What is
 * not on yet is dashed.
 */
import type { CartridgeWork } from "../api";
import { length, useSettings } from "../ui";
import { CartridgeCover, MountedBearing } from "./cartridge-parts";

const WIDE = 400;

type Cartridge = Pick<
  CartridgeWork,
  "bearings" | "fixed_end" | "in_housing" | "nuts" | "flingers" | "stands" | "up"
>;

/** Where things lie, mm from the left: the drive end stands on the left. */
export function cartridgeFrame({ bearings, fixed_end }: Cartridge) {
  const order = fixed_end === "drive" ? bearings : [...bearings].reverse();
  const [left, right] = [order[0]!, order[1]!];
  const wide = Math.max(left.width_mm, right.width_mm);
  const outside = Math.max(left.outside_mm, right.outside_mm);
  const span = 3.2 * wide;
  const total = span + left.width_mm + right.width_mm + 5 * wide;
  const scale = WIDE / total;
  const first = 2.5 * wide;
  return {
    scale,
    left,
    right,
    wide,
    outside,
    firstAt: first,
    secondAt: first + left.width_mm + span,
    total,
    x: (mm: number) => mm * scale,
    y: (radius: number) => (outside * 0.62 - radius) * scale + 26,
    low: outside * 0.62 * scale + 34,
  };
}

export type CartridgeFrame = ReturnType<typeof cartridgeFrame>;
const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

export function CartridgeSection({ cartridge }: { cartridge: Cartridge }) {
  const { units } = useSettings();
  if (cartridge.bearings.length !== 2) return null;
  const at = cartridgeFrame(cartridge);
  const { x, y, left, right, wide, outside } = at;
  const shaft = Math.min(left.bore_mm, right.bore_mm) / 2;
  const ends = { drive: at.firstAt - wide, far: at.secondAt + right.width_mm + wide };
  const words = cartridge.bearings.map(
    ({ side, bore_mm, outside_mm, on }) =>
      `${side} ${length(bore_mm, units)} by ${length(outside_mm, units)}, ${on ? "on" : "not on yet"}`,
  );
  const tall = at.low + 26;
  // One that stands is drawn as it stands: turned a quarter, the end on top that is up.
  const up =
    cartridge.stands === "upright"
      ? (cartridge.up ?? (cartridge.fixed_end === "drive" ? "drive" : "far"))
      : null;
  const turned = up === "drive" ? 90 : up === "far" ? -90 : 0;
  const box = {
    0: `0 0 ${WIDE} ${tall}`,
    90: `${-tall} 0 ${tall} ${WIDE}`,
    [-90]: `0 ${-WIDE} ${tall} ${WIDE}`,
  }[turned];
  const lies = up ? `the ${up} end up` : "drive end on the left";
  return (
    <svg
      viewBox={box}
      role="img"
      aria-label={`Cartridge in half section, ${lies}: ${words.join("; ")}${cartridge.in_housing ? "; in its housing" : ""}`}
      className={`mx-auto h-auto w-full ${up ? "max-h-80" : "max-h-64"}`}
    >
      <g transform={`rotate(${turned})`}>
        <rect
          x={x(at.firstAt - wide * 0.6)}
          y={y(outside * 0.62)}
          width={x(at.secondAt + right.width_mm - at.firstAt + wide * 1.2)}
          height={x(outside * 0.12)}
          fill={cartridge.in_housing ? "var(--paper)" : "none"}
          strokeDasharray={cartridge.in_housing ? "" : "6 5"}
          {...INK}
        />
        <rect
          x={0}
          y={y(shaft)}
          width={WIDE}
          height={at.low - y(shaft)}
          fill="var(--wash)"
          {...INK}
        />
        <rect
          x={x(at.firstAt + left.width_mm)}
          y={y(shaft * 1.2)}
          width={x(at.secondAt - at.firstAt - left.width_mm)}
          height={at.low - y(shaft * 1.2)}
          fill="var(--wash)"
          {...INK}
        />
        <path d={`M0 ${at.low}H${WIDE}`} stroke="var(--ink)" strokeDasharray="12 4 3 4" />
        <MountedBearing frame={at} bearing={left} from={at.firstAt} turned={turned} />
        <MountedBearing frame={at} bearing={right} from={at.secondAt} turned={turned} />
        <CartridgeCover frame={at} bearing={left} from={at.firstAt - wide * 0.6} />
        <CartridgeCover
          frame={at}
          bearing={right}
          from={at.secondAt + right.width_mm + wide * 0.2}
        />
        {cartridge.nuts.map(({ end, done }) => (
          <rect
            key={end}
            x={
              x(end === "far" ? at.secondAt + right.width_mm : at.firstAt) +
              (end === "far" ? 3 : -13)
            }
            y={y(shaft * 1.35)}
            width={10}
            height={shaft * 0.35 * at.scale}
            fill={done ? "var(--steel)" : "none"}
            strokeDasharray={done ? "" : "4 4"}
            {...INK}
          />
        ))}
        {cartridge.flingers.map(({ end, gap_mm, good }) => (
          <rect
            key={end}
            x={x(ends[end]) - 4}
            y={y(outside * 0.42)}
            width={8}
            height={y(shaft) - y(outside * 0.42)}
            fill={gap_mm === null ? "none" : good ? "var(--steel)" : "var(--oxide)"}
            strokeDasharray={gap_mm === null ? "4 4" : ""}
            {...INK}
          />
        ))}
      </g>
    </svg>
  );
}
