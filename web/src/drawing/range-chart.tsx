/** Ranges over the bore, on paper with a logarithmic bore: limits, cards, theory. Each series has a name beside it and a shade of its own. */
import type { Chart } from "../api";

const WIDTH = 760;
const HEIGHT = 420;
const LEFT = 62;
const RIGHT = 200;
const TOP = 16;
const BOTTOM = 46;
const BORES = [20, 30, 40, 50, 70, 100, 150, 200, 300, 500, 700, 1000];
/** Where a range is a single stroke: colour and dash, so that neither stands alone. */
const STROKES = [
  { colour: "var(--ink)", dash: undefined },
  { colour: "var(--oxide)", dash: undefined },
  { colour: "var(--dye)", dash: "3 1.5" },
  { colour: "var(--sound)", dash: "1.5 1.5" },
];
const TENS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000];
const SHADES = [
  { fill: "var(--dye)", opacity: 0.42 },
  { fill: "var(--mark)", opacity: 0.75 },
  { fill: "var(--care)", opacity: 0.38 },
  { fill: "var(--sound)", opacity: 0.4 },
  { fill: "var(--oxide)", opacity: 0.38 },
  { fill: "var(--soft)", opacity: 0.4 },
];

export function RangeChart({ chart }: { chart: Chart }) {
  const every = chart.series.flatMap((series) => series.bands);
  if (every.length === 0) return null;
  const low = Math.min(...every.map((band) => Math.max(band.from_x, 15)));
  const high = Math.max(...every.map((band) => band.to_x));
  const line = chart.series.some((series) => series.kind === "line");
  const top = nice(Math.max(...every.map((band) => band.high)));
  const bottom = line ? Math.floor(Math.min(...every.map((band) => band.low)) / 5) * 5 : 0;
  const x = (bore: number) =>
    LEFT + (Math.log(Math.max(bore, low) / low) / Math.log(high / low)) * (WIDTH - LEFT - RIGHT);
  // Clearances span a hundredfold from the smallest bore to the largest: drawn on a logarithmic height.
  const least = Math.min(...every.map((band) => band.low).filter((value) => value > 0));
  const tall = !line && top / least > 20;
  const share = (value: number) =>
    tall
      ? Math.log(Math.max(value, least) / least) / Math.log(top / least)
      : (value - bottom) / (top - bottom);
  const y = (value: number) => TOP + (1 - share(value)) * (HEIGHT - TOP - BOTTOM);
  const ticks = tall
    ? TENS.filter((value) => value >= least && value <= top)
    : Array.from({ length: 6 }, (_, i) => bottom + ((top - bottom) * i) / 5);
  const names = spread(
    chart.series.map((series) => {
      const last = series.bands.at(-1);
      return y(last ? (last.low + last.high) / 2 : bottom);
    }),
  );
  return (
    <figure className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${chart.title}: ${chart.series.map((series) => series.name).join(", ")}. The same figures stand in the table.`}
        className="h-auto w-full min-w-[36rem]"
      >
        {ticks.map((at) => (
          <g key={at}>
            <path d={`M${LEFT} ${y(at)}H${WIDTH - RIGHT}`} stroke="var(--rule)" strokeWidth="1" />
            <text x={LEFT - 8} y={y(at) + 5} textAnchor="end" fontSize="13" fill="var(--ink)">
              {Number(at.toFixed(1))}
            </text>
          </g>
        ))}
        {BORES.filter((bore) => bore >= low && bore <= high).map((bore) => (
          <g key={bore}>
            <path d={`M${x(bore)} ${TOP}V${HEIGHT - BOTTOM}`} stroke="var(--rule)" strokeWidth="1" />
            <text x={x(bore)} y={HEIGHT - BOTTOM + 18} textAnchor="middle" fontSize="13" fill="var(--ink)">
              {bore}
            </text>
          </g>
        ))}
        {chart.series.map((series, index) => {
          const shade = SHADES[index % SHADES.length];
          const first = series.bands[0];
          if (!shade || !first) return null;
          if (series.kind === "line") {
            const upper = series.bands.map((band) => `${x(band.from_x)} ${y(band.high)}`);
            const lower = [...series.bands].reverse().map((band) => `${x(band.from_x)} ${y(band.low)}`);
            return (
              <path
                key={series.name}
                d={`M${[...upper, ...lower].join("L")}Z`}
                fill={shade.fill}
                fillOpacity={shade.opacity * 0.6}
                stroke="var(--ink)"
                strokeWidth="1"
              />
            );
          }
          const stroke = STROKES[index % STROKES.length];
          const aside = (index - chart.series.length / 2) * 2.2;
          return (
            <g key={series.name}>
              {series.bands.map((band) =>
                band.from_x === band.to_x ? (
                  <path
                    key={band.from_x}
                    d={`M${x(band.from_x) + aside} ${y(band.low)}V${y(band.high) - 0.5}`}
                    stroke={stroke?.colour}
                    strokeDasharray={stroke?.dash}
                    strokeWidth="2.5"
                  />
                ) : (
                  <rect
                    key={band.from_x}
                    x={x(band.from_x)}
                    y={y(band.high)}
                    width={Math.max(1, x(band.to_x) - x(band.from_x))}
                    height={Math.max(1, y(band.low) - y(band.high))}
                    fill={shade.fill}
                    fillOpacity={shade.opacity}
                    stroke={shade.fill}
                    strokeWidth="1"
                  />
                ),
              )}
            </g>
          );
        })}
        {chart.series.map((series, index) => (
          <g key={series.name}>
            {series.bands[0]?.from_x === series.bands[0]?.to_x && series.kind !== "line" ? (
              <path
                d={`M${WIDTH - RIGHT + 14} ${(names[index] ?? 0) - 8}v16`}
                stroke={STROKES[index % STROKES.length]?.colour}
                strokeDasharray={STROKES[index % STROKES.length]?.dash}
                strokeWidth="3"
              />
            ) : (
              <rect
                x={WIDTH - RIGHT + 8}
                y={(names[index] ?? 0) - 6}
                width="12"
                height="12"
                fill={SHADES[index % SHADES.length]?.fill}
                fillOpacity={SHADES[index % SHADES.length]?.opacity}
                stroke="var(--ink)"
              />
            )}
            <text x={WIDTH - RIGHT + 26} y={(names[index] ?? 0) + 5} fontSize="13" fill="var(--ink)">
              {series.name}
            </text>
          </g>
        ))}
        <path
          d={`M${LEFT} ${TOP}V${HEIGHT - BOTTOM}H${WIDTH - RIGHT}`}
          stroke="var(--ink)"
          strokeWidth="2"
          fill="none"
        />
        <text x={WIDTH - RIGHT} y={HEIGHT - 6} textAnchor="end" fontSize="13" fill="var(--soft)">
          {chart.x_label}
        </text>
        <text x={LEFT + 6} y={TOP + 12} fontSize="13" fill="var(--soft)">
          {chart.y_label}
        </text>
      </svg>
      {chart.note ? <figcaption className="text-sm text-soft">{chart.note}</figcaption> : null}
    </figure>
  );
}

/** The next round number above. */
function nice(value: number): number {
  const step = 10 ** Math.floor(Math.log10(value));
  return Math.ceil(value / (step / 2)) * (step / 2);
}

/** Names beside their series, moved apart where they would lie on each other. */
function spread(wanted: number[]): number[] {
  const order = wanted.map((_, index) => index).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
  const found = [...wanted];
  let last = -Infinity;
  for (const index of order) {
    found[index] = Math.max(found[index] ?? 0, last + 19);
    last = found[index] ?? 0;
  }
  const over = Math.max(0, last - (HEIGHT - BOTTOM));
  return found.map((at) => at - over);
}
