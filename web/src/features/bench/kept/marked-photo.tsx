/** A photograph with what was drawn over it; the picture itself stays as it was taken. */
import type { PointerEventHandler, Ref } from "react";
import type { PhotoMark } from "./photo-marks";

const SIDE = 1000;
const LINE = {
  fill: "none",
  stroke: "var(--oxide)",
  strokeWidth: 3,
  vectorEffect: "non-scaling-stroke",
} as const;

export function MarkedPhoto(props: {
  src: string;
  alt: string;
  marks: readonly PhotoMark[];
  className?: string;
  box?: Ref<HTMLDivElement>;
  onPointerDown?: PointerEventHandler;
  onPointerMove?: PointerEventHandler;
  onPointerUp?: PointerEventHandler;
}) {
  const { src, alt, marks, className = "", box, ...pointer } = props;
  return (
    <div ref={box} className={`relative w-fit max-w-full ${className}`} {...pointer}>
      <img
        src={src}
        alt={alt}
        loading="lazy"
        draggable={false}
        className="block max-h-[60vh] max-w-full border border-rule"
      />
      {marks.length > 0 ? (
        <svg
          viewBox={`0 0 ${SIDE} ${SIDE}`}
          preserveAspectRatio="none"
          className="pointer-events-none absolute inset-0 size-full"
          aria-hidden
        >
          {marks.map(({ shape, from, to }, i) => {
            const [x, y, toX, toY] = [...from, ...to].map((value) => value * SIDE) as [
              number,
              number,
              number,
              number,
            ];
            return shape === "circle" ? (
              <ellipse
                key={i}
                cx={(x + toX) / 2}
                cy={(y + toY) / 2}
                rx={Math.abs(toX - x) / 2}
                ry={Math.abs(toY - y) / 2}
                {...LINE}
              />
            ) : (
              <g key={i}>
                <path d={`M${x} ${y}L${toX} ${toY}`} {...LINE} />
                <circle cx={toX} cy={toY} r="14" fill="var(--oxide)" />
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}
