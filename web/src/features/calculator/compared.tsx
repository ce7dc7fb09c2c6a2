/**
 * Variants side by side: a row for each figure, what differs marked, the working behind each row.
 */
import type { Variants, VariantSheet } from "../../api";
import { WaysChart } from "../../charts";
import { BearingSection } from "../../drawing";
import { Say, type Units } from "../../ui";
import { FigureRow } from "./figure-row";

export function Compared({ compared, units }: { compared: Variants; units: Units }) {
  const sheets = compared.variants
    .map((variant, at) => ({ name: "ABC"[at] ?? "", sheet: variant.sheet }))
    .filter((variant): variant is { name: string; sheet: VariantSheet } => Boolean(variant.sheet));
  if (sheets.length === 0) return null;
  const rows = new Map<string, string>();
  for (const { sheet } of sheets)
    for (const result of sheet.figures) {
      const named = rows.get(result.id);
      // Where the variants' cards differ, the row names none of them.
      const label =
        named && named !== result.label ? named.replace(/, card .*$/i, "") : result.label;
      rows.set(result.id, label);
    }
  return (
    <>
      <section className="sheet flex gap-4 p-3" aria-label="Drawn to scale">
        {sheets.map(({ name, sheet }) => (
          <figure key={name} className="min-w-0 flex-1" aria-label={`Drawn, variant ${name}`}>
            <div className="mx-auto max-w-64">
              <BearingSection
                section={sheet.section}
                playUm={null}
                label={`${name} ${sheet.label}`}
              />
            </div>
            <figcaption className="text-center text-sm">
              <b>{name}</b> {sheet.label}
              {sheet.tool ? (
                <span className="text-soft">, drive with {sheet.tool.tool}</span>
              ) : null}
            </figcaption>
          </figure>
        ))}
      </section>
      <section className="sheet p-4" aria-labelledby="compared">
        <h2 id="compared" className="pb-1 font-bold">
          {sheets.length > 1 ? "Side by side" : "Worked out"}
        </h2>
        <div
          className="overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="Figures of each variant"
        >
          <table className="w-full text-left">
            <thead>
              <tr className="border-b-2 border-ink">
                <th className="py-1 pr-4 text-sm">Figure</th>
                {sheets.map(({ name, sheet }) => (
                  <th key={name} className="pr-4">
                    {name} <span className="font-normal text-soft">{sheet.label}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {[...rows].map(([id, label]) => (
                <FigureRow
                  key={id}
                  label={label}
                  differs={compared.differs.includes(id)}
                  units={units}
                  cells={sheets.map(({ name, sheet }) => ({
                    name,
                    result: sheet.figures.find((result) => result.id === id),
                  }))}
                />
              ))}
            </tbody>
          </table>
        </div>
        {sheets.length > 1 ? (
          <p className="pt-1 text-sm text-soft">≠ marks where the variants differ.</p>
        ) : null}
      </section>
      {sheets.map(({ name, sheet }) => (
        <section
          key={name}
          className="sheet min-w-0 space-y-2 p-4"
          aria-label={`Findings, variant ${name}`}
        >
          <h3 className="font-bold">{name}</h3>
          {sheet.tool ? (
            <p className="text-sm">
              Drive with: <b>{sheet.tool.tool}</b>. {sheet.tool.reason}
            </p>
          ) : null}
          {[...sheet.assumed, ...sheet.comparison.disagreements, ...sheet.findings].map((text) => (
            <p key={text} className="text-sm">
              <span aria-hidden className="font-bold text-care">
                △{" "}
              </span>
              <Say>{text}</Say>
            </p>
          ))}
          <div
            className="overflow-x-auto"
            tabIndex={0}
            role="region"
            aria-label={`Ways for variant ${name}`}
          >
            <WaysChart comparison={sheet.comparison} />
          </div>
        </section>
      ))}
    </>
  );
}
