/** A picture agrees with its numbers: positions are read back from what was drawn. */
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Dial, Indicator, Ruler, Section } from "../src/api";
import { apart, EDGES, type Axis } from "../src/charts/axis";
import { BearingSection, ClearanceRuler, IndicatorDial, NutDial, WhichWay } from "../src/drawing";
import { ballRings } from "../src/drawing/ball-rings";
import { reach } from "../src/drawing/bearing-parts";
import { geometry, MAGNIFY, WIDTH } from "../src/drawing/bearing-geometry";
import { ticks } from "../src/drawing/ruler-marks";
import { show } from "./page";

const RULER: Ruler = {
  group_name: "C3",
  from_um: 20,
  to_um: 100,
  group: { low: 65, high: 90 },
  window: { low: 35, high: 50 },
  readings: [
    { number: 1, label: "unmounted", mean_um: 80, uncertainty_um: 5 },
    { number: 2, label: "mounted", mean_um: 60, uncertainty_um: 4 },
  ] as Ruler["readings"],
  estimate_um: 52,
  estimate_uncertainty_um: 6,
  residual_limit_um: 30,
};

describe("the ruler of clearances", () => {
  const drawn = (ruler: Ruler, units = "mm") => {
    const { container } = show(<ClearanceRuler ruler={ruler} groupName="C3" />, { units });
    const labels = [...container.querySelectorAll("text")];
    // Two marks of the scale say how many drawing units a micrometre is.
    const marks = labels
      .filter((text) => /^\d+(\.\d+)?$/.test(text.textContent ?? ""))
      .map((text) => [
        Number(text.textContent) * (units === "mm" ? 1000 : 25.4),
        Number(text.getAttribute("x")),
      ]);
    const [[um1 = 0, x1 = 0] = [], [um2 = 1, x2 = 1] = []] = [marks[0], marks.at(-1)];
    const um = (x: number) => um1 + ((x - x1) * (um2 - um1)) / (x2 - x1);
    return { container, um };
  };

  it.each(["mm", "inch"])("has its readings where its scale says, in %s", (units) => {
    const { container, um } = drawn(RULER, units);
    const points = [...container.querySelectorAll("circle")].map((dot) =>
      um(Number(dot.getAttribute("cx"))),
    );
    expect(points[0]).toBeCloseTo(80, 0);
    expect(points[1]).toBeCloseTo(60, 0);
    const [window] = container.querySelectorAll("rect");
    const left = Number(window?.getAttribute("x"));
    expect(um(left)).toBeCloseTo(35, 0);
    expect(um(left + Number(window?.getAttribute("width")))).toBeCloseTo(50, 0);
  });

  it("says in words what it shows", () => {
    drawn(RULER);
    const words = screen.getByRole("img").getAttribute("aria-label");
    expect(words).toBe(
      "Ruler in mm: window 0.035 to 0.05; unmounted 0.08, plus or minus 0.005; mounted 0.06, plus or minus 0.004; estimate 0.052",
    );
  });

  it("keeps inside its edges what lies beyond them, and draws no window that nobody set", () => {
    const wild = { ...RULER.readings[0]!, mean_um: 5_000, uncertainty_um: 9_000 };
    const { container } = drawn({ ...RULER, window: null, readings: [wild], estimate_um: null });
    const at = [...container.querySelectorAll("circle")].map((dot) =>
      Number(dot.getAttribute("cx")),
    );
    expect(Math.max(...at)).toBeLessThanOrEqual(470);
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("no window yet");
  });

  it.each([
    [0, 50, "mm"],
    [0, 400, "mm"],
    [20, 260, "inch"],
    [0, 2_000, "inch"],
  ] as const)("marks %i to %i µm in whole steps (%s)", (from, to, units) => {
    const found = ticks(from, to, units);
    const steps = found.slice(1).map((at, i) => at - found[i]!);
    expect(found.length).toBeGreaterThanOrEqual(2);
    expect(found.every((at) => at >= from - 0.01 && at <= to + 0.01)).toBe(true);
    expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(1e-6);
  });
});

const DIAL: Dial = {
  drawn_outside_mm: 120,
  thread_mm: 90,
  outside_known: true,
  slots: 4,
  tabs: 17,
  tabs_counted: false,
  slot_width_deg: 10,
  step_deg: 5,
  pitch_mm: 2,
  present_deg: 35,
  drive_up_mm: 0.19,
  rim_mm_per_deg: 1.05,
  target_from_deg: 80,
  target_to_deg: 100,
  tab_deg: 84.7,
  lock: "tab_washer",
};

describe("the nut", () => {
  const label = () => screen.getByRole("img").getAttribute("aria-label");

  it("shows its slots turned with it and its washer standing still", () => {
    const { container } = show(<NutDial dial={DIAL} />);
    const tabs = [...container.querySelectorAll("g[transform]")].map((tab) =>
      Number(/rotate\(([\d.]+)/.exec(tab.getAttribute("transform") ?? "")?.[1]),
    );
    expect(tabs).toHaveLength(17);
    expect(tabs[0]).toBeCloseTo(84.7);
    expect(tabs[1]! - tabs[0]!).toBeCloseTo(360 / 17);
    // The slot that carries the mark: its middle seen from the centre, clockwise from the top.
    const slot =
      container.querySelectorAll('path[fill="var(--sheet)"]')[0]?.getAttribute("d") ?? "";
    const [x1, y1, , , , , x4, y4] = [...slot.matchAll(/-?[\d.]+/g)].map(Number) as number[];
    const deg = (Math.atan2((y1! + y4!) / 2 - 150, (x1! + x4!) / 2 - 150) * 180) / Math.PI + 90;
    expect(deg).toBeCloseTo(35, 0);
    expect(label()).toBe(
      "Nut and washer: nut turned 35 degrees from its zero mark; 80 to 100 degrees are aimed for; next tab position at 84.7 degrees",
    );
  });

  it("beyond a whole turn says all of it, and counts turns instead of rim", () => {
    show(
      <NutDial dial={{ ...DIAL, present_deg: 415, target_from_deg: 430, target_to_deg: 450 }} />,
    );
    expect(screen.getByText("415°")).toBeTruthy();
    expect(screen.getByText("1.15 turns")).toBeTruthy();
  });

  it("without counted slots and tabs draws none of them", () => {
    const { container } = show(
      <NutDial dial={{ ...DIAL, slots: null, tabs: null, tab_deg: null }} />,
    );
    expect(container.querySelectorAll("g[transform]")).toHaveLength(0);
    expect(label()).not.toContain("tab position");
  });

  it("at a hydraulic nut shows the travel in the reader's unit", () => {
    show(<NutDial dial={DIAL} travel />, { units: "inch" });
    expect(screen.getByText("0.007 in")).toBeTruthy();
  });
});

describe("the indicator", () => {
  const INDICATOR: Indicator = {
    from_mm: 0.5,
    to_mm: 0.7,
    travel_mm: 0.3,
  };

  it.each([0, 0.3, 0.7, 5])("has its pointer on its own scale at %f mm", (travel_mm) => {
    const { container } = show(<IndicatorDial indicator={{ ...INDICATOR, travel_mm }} />);
    const marks = [...container.querySelectorAll("g text")];
    const numbers = marks.map((text) => Number(text.textContent));
    const angle = (x: number, y: number) => {
      const deg = (Math.atan2(y - 150, x - 150) * 180) / Math.PI;
      return (deg + 225 + 360) % 360;
    };
    const at = marks.map((text) =>
      angle(Number(text.getAttribute("x")), Number(text.getAttribute("y")) - 4),
    );
    const perMm = (at.at(-1)! - at[0]!) / (numbers.at(-1)! - numbers[0]!);
    const pointer = container.querySelector('path[stroke="var(--dye)"]')?.getAttribute("d") ?? "";
    const [, , px, py] = [...pointer.matchAll(/-?[\d.]+/g)].map(Number) as number[];
    expect((angle(px!, py!) - at[0]!) / perMm).toBeCloseTo(travel_mm, 1);
  });
});

const SECTION: Section = {
  kind: "spherical_roller",
  seat: "adapter_sleeve",
  bore_mm: 90,
  outside_mm: 160,
  width_mm: 40,
  outer_raceway_mm: 140,
  inner_raceway_mm: 106,
  roller_diameter_mm: 17,
  rollers: 38,
  shaft_mm: 80,
  shaft_known: true,
  shaft_bore_mm: 0,
  sleeve_length_mm: 65,
  nut_outside_mm: 120,
  taper_slope: 1 / 12,
};

describe("the bearing in section", () => {
  it.each([
    ["a usual one", SECTION, 60],
    [
      "a thin wide one",
      { ...SECTION, outside_mm: 130, width_mm: 60, outer_raceway_mm: 122, roller_diameter_mm: 9 },
      0,
    ],
    [
      "one on a tapered shaft",
      { ...SECTION, seat: "tapered_shaft", sleeve_length_mm: null } as Section,
      90,
    ],
    ["one on a bored shaft", { ...SECTION, shaft_bore_mm: 40 }, 60],
    ["balls", { ...SECTION, kind: "self_aligning_ball", roller_diameter_mm: 14 } as Section, 30],
  ])("of %s stays inside its sheet, to one scale in both directions", (_, section, play) => {
    const drawn = geometry(section, play);
    expect(drawn.x(section.width_mm) - drawn.x(0)).toBeCloseTo(section.width_mm * drawn.scale);
    expect(drawn.y(drawn.d / 2) - drawn.y(drawn.D / 2)).toBeCloseTo(
      ((drawn.D - drawn.d) / 2) * drawn.scale,
    );
    expect(drawn.y(drawn.D / 2 + drawn.play)).toBeGreaterThanOrEqual(0);
    expect(drawn.y(drawn.bottom)).toBeCloseTo(drawn.height);
    expect(drawn.x(drawn.left)).toBe(0);
    expect(drawn.x(section.width_mm)).toBeLessThan(WIDTH);
  });

  it("magnifies the clearance by the factor it states", () => {
    expect(geometry(SECTION, 60).play).toBeCloseTo(0.06 * MAGNIFY);
    expect(geometry(SECTION, null).play).toBe(0);
  });

  it("shows which way round in words, and nothing for a drawing it does not know", () => {
    show(<WhichWay name="nut_chamfer" section={SECTION} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "nut with its chamfered face to the bearing",
    );
    expect(
      show(<WhichWay name="unheard of" section={SECTION} />).container.querySelector("svg"),
    ).toBeNull();
  });
});

describe("names beside a chart", () => {
  const axes: Axis[] = [
    { scale: "linear", from: 0, to: 100, ticks: [], words: "" },
    { scale: "log", from: 1, to: 10_000, ticks: [], words: "" },
  ];

  it.each(axes)("never lie on each other and keep their order ($scale)", (axis) => {
    const height = 400;
    const inner = height - EDGES.top - EDGES.bottom;
    const on = (value: number) => (axis.scale === "log" ? Math.log(value) : value);
    const pixel = (value: number) =>
      ((on(axis.to) - on(value)) / (on(axis.to) - on(axis.from))) * inner;
    for (const values of [
      [50, 50.1, 50.2, 49.9],
      [99, 99.5, 100],
      [2, 2.1, 2.2, 2.3, 2.4, 2.5],
    ]) {
      const placed = apart(
        values.map((y) => ({ text: String(y), y })),
        axis,
        height,
      );
      const at = placed.map((name) => pixel(name.y));
      at.slice(1).forEach((here, i) => expect(here - at[i]!).toBeGreaterThanOrEqual(16.9));
      expect(Math.max(...at)).toBeLessThanOrEqual(inner + 0.01);
      const down = [...values].sort((a, b) => b - a).map(String);
      expect(placed.map((name) => name.text)).toEqual(down);
    }
  });
});

it("an arrow of the force stands whole inside its drawing", () => {
  expect(reach(-6, 406, [])).toEqual([-6, 406]);
  const [from, to] = reach(-6, 406, [
    { x: 10, towards: 1 },
    { x: 390, towards: -1 },
  ]);
  expect(from).toBeLessThan(10 - 46);
  expect(to).toBeGreaterThan(390 + 46);
});

describe("a ball bearing in section", () => {
  const SIZES = [
    [45, 85, 19],
    [30, 62, 16],
    [20, 52, 15],
    [80, 125, 14],
    [45, 75, 10],
    [17, 62, 17],
  ] as const;
  it.each(SIZES)(
    "%d × %d × %d: the ball lies in its grooves, between shoulders that it passes",
    (d, D, B) => {
      const { ball, pitch, groove, innerShoulder, outerShoulder, half } = ballRings(d, D, B);
      // Rings have walls, the groove does not reach their faces, and shoulders hold the ball.
      expect(pitch - ball / 2).toBeGreaterThan(d / 2 + 0.05 * (D - d));
      expect(pitch + ball / 2).toBeLessThan(D / 2 - 0.05 * (D - d));
      expect(half * 2).toBeLessThan(B);
      expect(innerShoulder).toBeGreaterThan(pitch - ball / 2);
      expect(outerShoulder).toBeLessThan(pitch + ball / 2);
      // No point of the ball is inside a ring: below the shoulder it is inside the groove's circle.
      const centre = pitch - ball / 2 + groove;
      for (let turn = 0; turn < 360; turn += 1) {
        const [px, pr] = [(ball / 2) * Math.cos(turn), pitch + (ball / 2) * Math.sin(turn)];
        if (pr < innerShoulder)
          expect(Math.hypot(px, pr - centre)).toBeLessThanOrEqual(groove + 1e-9);
        expect(Math.abs(px) <= half || pr >= innerShoulder - 1e-9).toBe(true);
      }
    },
  );

  it("is drawn with one row where it has one, and with a groove under each ball", () => {
    const one = { ...SECTION, rows: 1, kind: "deep_groove_ball", seat: null } as unknown as Section;
    const { container, again } = show(<BearingSection section={one} playUm={null} label="6218" />);
    const parts = (name: string) => [...container.querySelectorAll(`[data-part="${name}"]`)];
    expect([parts("ball").length, parts("inner ring").length, parts("roller").length]).toEqual([
      1, 1, 0,
    ]);
    expect(parts("inner ring")[0]?.getAttribute("d")?.match(/A/g)?.length).toBe(1);
    const two = {
      ...SECTION,
      rows: 2,
      kind: "self_aligning_ball",
      roller_diameter_mm: 14,
    } as Section;
    again(<BearingSection section={two} playUm={null} label="2218" />);
    expect(parts("ball").length).toBe(2);
    expect(parts("inner ring")[0]?.getAttribute("d")?.match(/A/g)?.length).toBe(2);
    again(<BearingSection section={SECTION} playUm={null} label="22218" />);
    expect([parts("ball").length, parts("roller").length]).toEqual([0, 2]);
  });
});
