/** A cartridge in half section, to scale: shaft, two bearings, housing, covers, flingers. What is not on yet is dashed. */
import type { CartridgeBearing, CartridgeWork } from "../api";
import { length, useSettings } from "../ui";
import { BallRow } from "./ball-rings";

const WIDE = 400;

type Cartridge = Pick<CartridgeWork, "bearings" | "fixed_end" | "in_housing" | "pair_done" | "flingers">;

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

type Frame = ReturnType<typeof cartridgeFrame>;
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
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${at.low + 26}`}
      role="img"
      aria-label={`Cartridge in half section, drive end on the left: ${words.join("; ")}${cartridge.in_housing ? "; in its housing" : ""}`}
      className="mx-auto h-auto max-h-64 w-full"
    >
      <rect
        x={x(at.firstAt - wide * 0.6)}
        y={y(outside * 0.62)}
        width={x(at.secondAt + right.width_mm - at.firstAt + wide * 1.2)}
        height={x(outside * 0.12)}
        fill={cartridge.in_housing ? "var(--paper)" : "none"}
        strokeDasharray={cartridge.in_housing ? "" : "6 5"}
        {...INK}
      />
      <rect x={0} y={y(shaft)} width={WIDE} height={at.low - y(shaft)} fill="var(--wash)" {...INK} />
      <rect
        x={x(at.firstAt + left.width_mm)}
        y={y(shaft * 1.2)}
        width={x(at.secondAt - at.firstAt - left.width_mm)}
        height={at.low - y(shaft * 1.2)}
        fill="var(--wash)"
        {...INK}
      />
      <path d={`M0 ${at.low}H${WIDE}`} stroke="var(--ink)" strokeDasharray="12 4 3 4" />
      <Bearing frame={at} bearing={left} from={at.firstAt} />
      <Bearing frame={at} bearing={right} from={at.secondAt} />
      <Cover frame={at} bearing={left} from={at.firstAt - wide * 0.6} />
      <Cover frame={at} bearing={right} from={at.secondAt + right.width_mm + wide * 0.2} />
      {cartridge.pair_done ? (
        <path
          d={`M${x(at.firstAt) - 3} ${y(shaft * 1.35)}v${(shaft * 0.35 + 0.5) * at.scale}M${x(at.firstAt) - 9} ${y(shaft * 1.35)}v${(shaft * 0.35 + 0.5) * at.scale}`}
          stroke="var(--ink)"
          strokeWidth="5"
        />
      ) : null}
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
    </svg>
  );
}

function Bearing({ frame, bearing, from }: { frame: Frame; bearing: CartridgeBearing; from: number }) {
  const { x } = frame;
  const { bore_mm: d, outside_mm: D, width_mm: B, on } = bearing;
  const dashed = { fill: "none", strokeDasharray: "5 4" };
  return (
    <g>
      <BallRow
        at={frame}
        size={{ d, D, B }}
        from={from}
        rings={on ? undefined : dashed}
        ball={on ? undefined : dashed}
      />
      <text x={x(from + B / 2)} y={frame.low + 20} textAnchor="middle" fontSize="13" fill="var(--ink)">
        {bearing.side}
      </text>
    </g>
  );
}

function Cover({ frame, bearing, from }: { frame: Frame; bearing: CartridgeBearing; from: number }) {
  const { x, y, wide, outside } = frame;
  const bad = bearing.cover?.level === "stop" || bearing.cover?.level === "unknown";
  const there = bearing.cover !== null;
  return (
    <rect
      x={x(from)}
      y={y(outside * 0.62)}
      width={x(wide * 0.4)}
      height={y(bearing.bore_mm * 0.6) - y(outside * 0.62)}
      fill={there ? (bad ? "var(--oxide)" : "var(--paper)") : "none"}
      fillOpacity={bad ? 0.35 : 1}
      strokeDasharray={there ? "" : "5 4"}
      {...INK}
    />
  );
}
