/**
 * A bearing and its hub in half section, to scale: hub with its shoulder, and what pushes on the
 * outer ring, or on both.
 */
import type { HubSection } from "../api";
import { length, useSettings } from "../ui";
import { RollingRow } from "./rolling-row";

const WIDTH = 420;

/** Where things lie, mm to drawing units; pure, so that it can be tested. */
export function hubFrame(section: HubSection, home: boolean, tool: boolean) {
  const { bore_mm: d, outside_mm: D, width_mm: B, hub_outside_mm: H } = section;
  const collar = B * 0.5;
  const gap = home ? 0 : B * 0.8;
  const plate = tool ? B * 0.9 : B * 0.2;
  const total = collar + B + gap + plate;
  // A thick hub is broken off: what lies beyond says nothing here.
  const top = Math.min(H / 2, D / 2 + (D - d) * 0.8);
  const inside = d / 2 - (D - d) * 0.1;
  const scale = Math.min(WIDTH / total, 240 / (top - inside));
  return {
    scale,
    collar,
    gap,
    plate,
    top,
    cutOff: top < H / 2,
    x: (mm: number) => mm * scale,
    y: (radius: number) => (top - radius) * scale + 8,
    width: total * scale,
    height: (top - inside) * scale + 16,
    // Its shoulder stands as high as the outer ring is thick.
    step: D / 2 - (D - d) * 0.11,
    outerFrom: D / 2 - (D - d) * 0.12,
  };
}

export function HubDrawing(props: { section: HubSection; home: boolean; tool: string | null }) {
  const { section, home, tool } = props;
  const { units } = useSettings();
  const { bore_mm: d, outside_mm: D, width_mm: B, hub_outside_mm: H } = section;
  const at = hubFrame(section, home, tool !== null);
  const { x, y, collar, gap } = at;
  const from = collar + gap;
  const words = [
    `ring ${length(D, units)} by ${length(B, units)} in a hub of ${length(H, units)} outside`,
    home ? "against the shoulder of its hub" : "before its hub",
    tool === "both_rings" ? "tool on both rings" : tool ? "tool on the outer ring alone" : "",
  ].filter(Boolean);
  const both = tool === "both_rings";
  return (
    <svg
      viewBox={`0 0 ${at.width} ${at.height}`}
      role="img"
      aria-label={`Bearing and hub in half section: ${words.join("; ")}`}
      className="mx-auto h-auto max-h-72 w-full"
    >
      <path
        data-part="hub"
        d={`M0 ${y(at.top)}H${x(collar + B * 1.15)}V${y(D / 2)}H${x(collar)}V${y(at.step)}H0Z`}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <RollingRow at={at} kind={section.kind} size={{ d, D, B }} from={from} />
      {tool ? (
        <rect
          data-part="tool"
          x={x(from + B)}
          y={y(D / 2)}
          width={x(at.plate)}
          height={y(both ? d / 2 : at.outerFrom) - y(D / 2)}
          fill="var(--mark)"
          fillOpacity="0.7"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ) : null}
    </svg>
  );
}
