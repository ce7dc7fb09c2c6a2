/** Half of an unrolled face, with its rows and its degrees. */
import { EDGE, HALF, frame, type Strip } from "./unrolled-frame";

export function Half({ begin, strip }: { begin: number; strip: Strip }) {
  const { high, top } = frame(strip);
  const y = top(begin);
  return (
    <g>
      <rect
        x={EDGE}
        y={y}
        width={HALF}
        height={high}
        fill="var(--steel)"
        fillOpacity="0.35"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {strip.rows === 2 ? (
        <>
          <path
            d={`M${EDGE} ${y + high / 2}H${EDGE + HALF}`}
            stroke="var(--soft)"
            strokeDasharray="6 4"
            strokeWidth="1"
          />
          {[1, 2].map((row) => (
            <text
              key={row}
              x={EDGE - 6}
              y={y + high * (row / 2 - 0.25) + 4}
              textAnchor="end"
              fontSize="11"
              fill="var(--soft)"
            >
              {row}
            </text>
          ))}
        </>
      ) : null}
      {[0, 30, 60, 90, 120, 150, 180].map((step) => (
        <g key={step}>
          <path d={`M${EDGE + (step / 180) * HALF} ${y + high}v5`} stroke="var(--ink)" />
          <text
            x={EDGE + (step / 180) * HALF}
            y={y + high + 16}
            textAnchor="middle"
            fontSize="11"
            fill="var(--soft)"
          >
            {(begin + step) % 360}°
          </text>
        </g>
      ))}
    </g>
  );
}
