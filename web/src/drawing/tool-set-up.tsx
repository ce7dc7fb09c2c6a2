/** Press or puller on a ring of a cylindrical seat, in half section to scale. */
import type { Section, ToolSetUp } from "../api";

const WIDE = 300;
const INK = { stroke: "var(--ink)", strokeWidth: 1.5 };

/** Where things lie: mm to drawing units, the same for the right and the wrong way. */
export function setUpFrame(section: Section, setUp: ToolSetUp) {
  const parts = [...setUp.right, ...setUp.wrong];
  const from = Math.min(...parts.map((part) => part.from_mm));
  const to = Math.max(...parts.map((part) => part.to_mm));
  const high = Math.max(section.outside_mm / 2, ...parts.map((part) => part.outer_mm));
  const scale = WIDE / (to - from);
  return {
    scale,
    x: (mm: number) => (mm - from) * scale,
    y: (radius: number) => (high - radius) * scale + 4,
    low: high * scale + 4,
  };
}

export function ToolDrawing(props: { section: Section; setUp: ToolSetUp; wrong?: boolean }) {
  const { section, setUp, wrong = false } = props;
  const { x, y, low, scale } = setUpFrame(section, setUp);
  const {
    bore_mm: d,
    outside_mm: D,
    width_mm: B,
    inner_raceway_mm: F,
    outer_raceway_mm: E,
  } = section;
  const words = wrong ? setUp.wrong_words : setUp.right_words;
  const ring = (inside: number, outside: number) => (
    <rect
      x={x(0)}
      y={y(outside / 2)}
      width={B * scale}
      height={((outside - inside) / 2) * scale}
      fill="var(--sheet)"
      {...INK}
    />
  );
  return (
    <svg
      viewBox={`-4 0 ${WIDE + 8} ${low + 6}`}
      role="img"
      aria-label={`${wrong ? "Wrong" : "Right"}: ${words}`}
      className="h-auto max-h-44 w-full"
    >
      <rect
        x={0}
        y={y(d / 2)}
        width={x(setUp.end_mm)}
        height={low - y(d / 2)}
        fill="var(--wash)"
        {...INK}
      />
      {ring(d, F)}
      {ring(E, D)}
      <circle
        cx={x(B / 2)}
        cy={y((E + F) / 4)}
        r={((E - F) / 4) * scale * 1.2}
        fill="var(--sheet)"
        {...INK}
      />
      {(wrong ? setUp.wrong : setUp.right).map((part) => (
        <rect
          key={part.name}
          x={x(part.from_mm)}
          y={y(part.outer_mm)}
          width={(part.to_mm - part.from_mm) * scale}
          height={(part.outer_mm - part.inner_mm) * scale}
          fill={wrong ? "var(--oxide)" : "var(--steel)"}
          fillOpacity={wrong ? 0.45 : 1}
          {...INK}
        />
      ))}
      <path d={`M0 ${low}H${WIDE}`} stroke="var(--ink)" strokeDasharray="12 4 3 4" />
    </svg>
  );
}
