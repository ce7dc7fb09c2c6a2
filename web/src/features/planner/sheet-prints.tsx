/** What is printed of a plan. */
import type { PlanSheet } from "../../api";

export function Prints({ sheet, address }: { sheet: PlanSheet; address: string }) {
  const { nut, turn_range_deg: asked } = sheet.plan;
  const strip = new URLSearchParams({ title: sheet.label });
  if (nut?.outside_mm) {
    strip.set("outside_mm", String(nut.outside_mm));
    strip.set("thread_mm", String(nut.thread_mm));
    strip.set("pitch_mm", String(nut.pitch_mm));
    if (nut.slots && nut.tabs) {
      strip.set("slots", String(nut.slots));
      strip.set("tabs", String(nut.tabs));
    }
    if (asked) {
      strip.set("from_deg", asked.low.toFixed(1));
      strip.set("to_deg", asked.high.toFixed(1));
    }
  }
  const links = [
    { to: address, words: "Plan sheet, A4" },
    { to: `${address}&paper=letter`, words: "Letter" },
    ...(nut?.outside_mm
      ? [
          { to: `/api/print/strip.pdf?${strip}`, words: "Nut strip and protractor 1:1, A4" },
          { to: `/api/print/strip.pdf?${strip}&paper=letter`, words: "Letter" },
          { to: `/api/print/strip.svg?${strip}`, words: "SVG" },
        ]
      : []),
  ];
  return (
    <p className="flex flex-wrap gap-x-4 pt-1 text-sm">
      <span className="inline-flex min-h-12 items-center text-soft">Print:</span>
      {links.map((link) => (
        <a
          key={link.to}
          href={link.to}
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          {link.words}
        </a>
      ))}
    </p>
  );
}
