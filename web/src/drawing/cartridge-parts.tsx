/**
 * Bearings with their retaining rings, and covers, of a cartridge in half section. What is not on
 * yet is dashed.
 */
import type { CartridgeBearing } from "../api";
import { RollingRow } from "./rolling-row";
import type { CartridgeFrame } from "./cartridge";

const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

interface BearingProps {
  frame: CartridgeFrame;
  bearing: CartridgeBearing;
  from: number;
  turned: number;
}

export function MountedBearing({ frame, bearing, from, turned }: BearingProps) {
  const { x } = frame;
  const { bore_mm: d, outside_mm: D, width_mm: B, on } = bearing;
  const dashed = { fill: "none", strokeDasharray: "5 4" };
  return (
    <g>
      <RollingRow
        at={frame}
        kind={bearing.kind}
        size={{ d, D, B }}
        from={from}
        rings={on ? undefined : dashed}
        ball={on ? undefined : dashed}
      />
      {bearing.rings.map(({ sits, seated }) => (
        <rect
          key={sits}
          x={x(from < frame.secondAt ? from : from + B) - (from < frame.secondAt ? 4 : -1)}
          y={frame.y(sits === "bore" ? D / 2 : d / 2) - 5}
          width={3}
          height={10}
          fill={seated ? "var(--ink)" : "none"}
          stroke="var(--ink)"
        />
      ))}
      <text
        transform={`translate(${x(from + B / 2)} ${frame.low + 16}) rotate(${-turned})`}
        textAnchor={turned === 0 ? "middle" : turned > 0 ? "end" : "start"}
        fontSize="13"
        fill="var(--ink)"
      >
        {bearing.side}
      </text>
    </g>
  );
}

export function CartridgeCover({
  frame,
  bearing,
  from,
}: {
  frame: CartridgeFrame;
  bearing: CartridgeBearing;
  from: number;
}) {
  const { x, y, wide, outside } = frame;
  const bad = bearing.cover?.level === "stop" || bearing.cover?.level === "unknown";
  const there = bearing.cover !== null;
  if (!bearing.has_cover) return null;
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
