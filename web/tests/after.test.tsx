/**
 * After locking, drawn and charted: what is computed for the drawings of grease, closing, running
 * in, large seals, and a round's stops.
 */
import { expect, test } from "vitest";
import { warmthPlot } from "../src/charts/warmth-chart";
import { cornerAt } from "../src/drawing/corners";
import { greaseFrame } from "../src/drawing/grease-housing";
import { drawnGaps } from "../src/drawing/ring-in-seat";
import { hourAt, rim } from "../src/drawing/seal-clock";
import { withTaps } from "../src/features/rounds/use-walk";

const HOUSING = {
  bore_mm: 110,
  outside_mm: 200,
  width_mm: 53,
  housing_mm: 240,
  inside_mm: 120,
  level_mm: 60,
  oil_below_mm: null,
  share: 0.3,
} as unknown as Parameters<typeof greaseFrame>[0];

test("a housing is drawn to one scale, its grease as high as it stands", () => {
  const at = greaseFrame(HOUSING);
  expect(at.known).toBe(true);
  for (const [drawn, mm] of [
    [at.dia, 240],
    [at.wide, 120],
    [at.bearing, 53],
    [at.outside, 200],
    [at.bore, 110],
    [at.level, 60],
  ] as const)
    expect(drawn / mm).toBeCloseTo(at.scale, 9);
});

test("oil stands below the middle of the shaft; a housing that nobody measured is no drawing to scale", () => {
  const oil = greaseFrame({ ...HOUSING, oil_below_mm: 55 } as typeof HOUSING);
  expect(oil.level).toBeCloseTo((120 - 55) * oil.scale, 9);
  expect(greaseFrame({ ...HOUSING, housing_mm: null } as typeof HOUSING).known).toBe(false);
  expect(greaseFrame({ ...HOUSING, level_mm: 999 } as typeof HOUSING).level).toBe(oil.dia);
});

test.each([1, 2, 3, 4, 6, 8])("%i corners stand apart, inside the base", (count) => {
  const at = Array.from({ length: count }, (_, i) => cornerAt(i + 1, count));
  for (const { x, y } of at) expect(Math.abs(x) <= 140 && Math.abs(y) <= 76).toBe(true);
  expect(new Set(at.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)).size).toBe(count);
});

test("gaps are magnified alike on both sides; what is not measured is no gap of none", () => {
  const ring = {
    width_mm: 53,
    toward_mm: 0.5,
    away_mm: 1,
    plan_toward_mm: null,
    held: false,
  } as Parameters<typeof drawnGaps>[0];
  const { toward, away, scale } = drawnGaps(ring);
  expect(away).toBeCloseTo(2 * toward, 9);
  expect(toward).toBeCloseTo(0.5 * 10 * scale, 9);
  expect(drawnGaps({ ...ring, toward_mm: null }).toward).toBeGreaterThan(0);
  expect(drawnGaps({ ...ring, away_mm: 500 }).away).toBe(drawnGaps(ring).most);
});

test("hours stand as on a clock; the rim lies in the seat where it is pressed, out between", () => {
  expect(hourAt(12).x).toBeCloseTo(0, 9);
  expect(hourAt(12).y).toBeLessThan(0);
  expect(hourAt(3).x).toBeGreaterThan(0);
  expect(hourAt(3).y).toBeCloseTo(0, 9);
  const radii = (path: string) =>
    [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) =>
      Math.hypot(Number(x), Number(y)),
    );
  const clock = [12, 6, 3, 9].map((hour) => ({ hour, done: hour !== 9 && hour !== 3 }));
  const loops = radii(rim(clock));
  expect(Math.min(...loops)).toBeCloseTo(96, 0);
  expect(Math.max(...loops)).toBeCloseTo(110, 0);
  expect(loops[0]).toBeCloseTo(96, 0);
  expect(Math.min(...radii(rim(clock.map(({ hour }) => ({ hour, done: false })))))).toBeGreaterThan(
    100,
  );
});

const BEARING = {
  name: "1",
  readings: [
    { minutes: 0, low_c: -18, high_c: -18 },
    { minutes: 30, low_c: 40, high_c: null },
  ],
  curve: [],
  level_c: null,
  spread_k: null,
  look_c: 90,
  stop_c: 100,
  greased_min: null,
} as unknown as Parameters<typeof warmthPlot>[0];

test("a cold start stands on the chart; a crayon that melted reaches to its top; a level only where it is known", () => {
  const { x, y, boxes, names } = warmthPlot(BEARING, -20);
  expect(y.from).toBeLessThanOrEqual(-20);
  expect(y.to).toBeGreaterThan(100);
  expect(boxes).toHaveLength(2);
  expect(boxes[1]?.y2).toBe(y.to);
  expect(boxes.every(({ x1, x2 }) => x1 >= x.from && x2 <= x.to)).toBe(true);
  expect(names.map(({ text }) => text)).toEqual(["stop", "look", "around"]);
  const level = warmthPlot({ ...BEARING, level_c: 60, spread_k: 3 }, null);
  expect(level.boxes).toHaveLength(3);
  expect(level.names.at(-1)?.text).toBe("≈60°");
});

test("what waits on the device shows at its stop alone, the newest tap", () => {
  const stop = (at: string) => ({ at, state: "open", told: "" });
  const walk = { stops: [stop("1"), stop("2"), stop("3")] } as unknown as Parameters<
    typeof withTaps
  >[0];
  const done = { kind: "do_stop", strokes: "6", temperature: "52 °C" } as never;
  const shown = withTaps(walk, [
    { at: "1", command: { kind: "skip_stop", reason: "guard locked" } as never },
    { at: "1", command: done },
    { at: "3", command: { kind: "skip_stop", reason: "no key" } as never },
    { at: "2", command: { kind: "add_note", text: "rust" } as never },
  ]);
  expect(shown.map(({ state, waiting }) => [state, waiting])).toEqual([
    ["done", true],
    ["open", false],
    ["skipped", true],
  ]);
  expect(shown[0]?.told).toBe("Done. 6 strokes; 52 °C");
  expect(shown[2]?.told).toBe("Skipped: no key");
});
