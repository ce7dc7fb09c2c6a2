/**
 * Colours of the style sheet against one another, by the formula of WCAG 2 (relative luminance):
 * text 4.5, edges of controls 3.
 */
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";

const CSS = readFileSync("src/ui/styles.css", "utf-8");
const blocks = [...CSS.matchAll(/\{([^{}]*--paper:[^{}]*)\}/g)].map(([, block = ""]) =>
  Object.fromEntries(
    [...block.matchAll(/--([\w-]+):\s*(#[0-9a-f]{6})/g)].map(([, name, colour]) => [name, colour]),
  ),
);

const luminance = (hex: string) => {
  const [r, g, b] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)) as [
    number,
    number,
    number,
  ];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: string, b: string) => {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
};

describe.each(blocks.map((colours, i) => [i === 0 ? "light" : "dark", colours] as const))(
  "the %s look",
  (_, colours) => {
    const of = (name: string) => colours[name] ?? "";
    it.each(["paper", "sheet", "wash"])(
      "has text and warnings that can be read on %s",
      (ground) => {
        for (const ink of ["ink", "soft", "dye", "oxide", "sound", "care"])
          expect(contrast(of(ink), of(ground)), `${ink} on ${ground}`).toBeGreaterThanOrEqual(4.5);
      },
    );
    it.each(["paper", "sheet"])("has edges of idle controls that can be seen on %s", (ground) => {
      expect(contrast(of("edge"), of(ground))).toBeGreaterThanOrEqual(3);
      expect(contrast(of("ink"), of(ground))).toBeGreaterThanOrEqual(3);
    });
    it("has text that can be read on its marker", () => {
      expect(contrast(of("on-mark"), of("mark"))).toBeGreaterThanOrEqual(4.5);
    });
  },
);

it("knows both looks, and computes black on white as 21 to 1", () => {
  expect(blocks.length).toBe(2);
  expect(contrast("#000000", "#ffffff")).toBeCloseTo(21);
});
