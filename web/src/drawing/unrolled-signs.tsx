/** Each sign in a shape of its own, where it was found: never told by colour alone. */
import { frame, HALF, turned, type Finding, type Strip } from "./unrolled-frame";

/**
 * The parts of an arc that lie in each half of the drawing, as begin and length; a spot has none.
 */
export function pieces(finding: Finding): { from: number; arc: number }[] {
  const { from_deg, to_deg } = finding;
  const whole = to_deg - from_deg >= 360 ? 360 : (to_deg - from_deg + 360) % 360;
  const found = [];
  let left = whole;
  let at = from_deg % 360;
  do {
    const arc = Math.min(180 - (turned(at) % 180), left);
    found.push({ from: at, arc });
    left -= arc;
    at = (at + arc) % 360;
  } while (left > 0);
  return found;
}

export function SignMark({ finding, strip }: { finding: Finding; strip: Strip }) {
  const { x, top, high, perMm } = frame(strip);
  const band = strip.rows === 2 && finding.row ? high / 2 : high;
  const from = finding.row === 2 ? high / 2 : 0;
  const wide = Math.max(
    4,
    Math.min(finding.width_mm === null ? band * 0.6 : finding.width_mm * perMm, band),
  );
  const middle = finding.middle_mm === null ? from + band / 2 : finding.middle_mm * perMm;
  return (
    <>
      {pieces(finding).map(({ from: begin, arc }) => {
        const y = top(begin) + middle;
        const left = x(begin);
        const right = left + (arc / 180) * HALF;
        return (
          <Shape key={begin} sign={finding.sign} left={left} right={right} y={y} wide={wide} />
        );
      })}
    </>
  );
}

interface ShapeProps {
  left: number;
  right: number;
  y: number;
  wide: number;
}

function Shape({ sign, ...at }: ShapeProps & { sign: Finding["sign"] }) {
  const { left, right, y, wide } = at;
  const length = Math.max(right - left, 5);
  const box = { x: right > left ? left : left - 2.5, y: y - wide / 2, width: length, height: wide };
  switch (sign) {
    case "path":
      return (
        <rect {...box} fill="var(--sheet)" fillOpacity="0.8" stroke="var(--ink)" strokeWidth="1" />
      );
    case "flake":
      return (
        <path
          d={jagged(box.x, box.y + wide * 0.15, length, wide * 0.7)}
          fill="var(--ink)"
          stroke="var(--ink)"
        />
      );
    case "dent":
      return (
        <circle cx={left} cy={y} r="4" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      );
    case "tint":
      return (
        <rect
          {...box}
          fill="var(--care)"
          fillOpacity="0.35"
          stroke="var(--care)"
          strokeDasharray="2 3"
          strokeWidth="1.5"
        />
      );
    case "rust":
    case "fretting oxide":
      return <Dots {...at} open={sign === "fretting oxide"} />;
    case "flutes":
      return (
        <path
          d={strokes(box.x, length, 5, y - wide / 2, wide)}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      );
    case "crack":
      return (
        <path
          d={`M${box.x} ${y - wide / 2}l3 ${wide / 4}l-4 ${wide / 4}l5 ${wide / 4}l-3 ${wide / 4}`}
          stroke="var(--oxide)"
          strokeWidth="2.5"
          fill="none"
        />
      );
    case "smear":
      return (
        <path
          d={strokes(box.x, length, 8, y - wide / 4, wide / 2, 5)}
          stroke="var(--soft)"
          strokeWidth="2.5"
        />
      );
    default:
      return sign satisfies never;
  }
}

function Dots({ left, right, y, wide, open }: ShapeProps & { open: boolean }) {
  const count = Math.max(1, Math.round((right - left) / 9));
  return (
    <>
      {Array.from({ length: count }, (_, i) => (
        <circle
          key={i}
          cx={left + (count === 1 ? (right - left) / 2 : (i * (right - left)) / (count - 1))}
          cy={y + (i % 2 ? 1 : -1) * wide * 0.2}
          r="3"
          fill={open ? "none" : "var(--oxide)"}
          stroke="var(--oxide)"
          strokeWidth="1.5"
        />
      ))}
    </>
  );
}

function jagged(x: number, y: number, width: number, height: number): string {
  const steps = Math.max(4, Math.round(width / 6));
  let path = `M${x} ${y + height / 2}`;
  for (let i = 0; i <= steps; i++)
    path += `L${x + (i * width) / steps} ${y + (i % 2) * height * 0.25}`;
  for (let i = steps; i >= 0; i--)
    path += `L${x + (i * width) / steps} ${y + height - (i % 2) * height * 0.25}`;
  return `${path}Z`;
}

function strokes(
  x: number,
  width: number,
  every: number,
  y: number,
  high: number,
  lean = 0,
): string {
  let path = "";
  for (let at = 0; at <= width; at += every) path += `M${x + at} ${y}l${lean} ${high}`;
  return path;
}
