/** Every way for this bearing side by side. */
import type { PlanSheet } from "../../api";
import { WaysChart } from "../../charts";
import { Say, clearance, length, useSettings, type Units } from "../../ui";

/**
 * What every method and card would give for this bearing, for a clearance in the middle of its
 * group.
 */
export function SideBySide({ sheet }: { sheet: PlanSheet }) {
  const { units } = useSettings();
  const { comparison } = sheet;
  return (
    <section className="sheet p-4" aria-labelledby="side-by-side">
      <h3 id="side-by-side" className="font-bold">
        Every way side by side
      </h3>
      <p className="pb-2 text-sm text-soft">
        For an unmounted clearance of {clearance(comparison.initial_um, units)}, the middle of the
        group. What a way does not say itself is computed from what it says.
      </p>
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label="Ways drawn side by side"
      >
        <WaysChart comparison={comparison} />
      </div>
      {comparison.disagreements.map((text) => (
        <p key={text} className="py-1 font-bold text-care">
          △ <Say>{text}</Say>
        </p>
      ))}
      {comparison.disagreements.length === 0 ? (
        <p className="py-1 text-sm text-sound">✓ They agree within their uncertainty.</p>
      ) : null}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Ways as a table">
        <table className="w-full text-left text-sm">
          <thead>
            <tr className="border-b-2 border-ink">
              {["Way", "takes out", "drive-up", "nut turn", "leaves"].map((head) => (
                <th key={head} className="py-1 pr-4">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {comparison.ways.map((way) => (
              <tr key={way.id} className="border-b border-rule align-top">
                <td className="py-1 pr-4">
                  {way.title}
                  {way.note ? <span className="block text-soft">{way.note}</span> : null}
                </td>
                <Range
                  span={way.reduction_um}
                  own={way.own === "reduction"}
                  show={(um) => clearance(um, units)}
                />
                <Range
                  span={way.drive_up_mm}
                  own={way.own === "drive-up"}
                  show={(mm) => length(mm, units, 2)}
                />
                <Range
                  span={way.angle_deg}
                  own={way.own === "turns"}
                  show={(deg) => `${deg.toFixed(0)}°`}
                />
                <Range span={way.residual_um} own={false} show={(um) => clearance(um, units)} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="pt-1 text-sm text-soft">Bold: what the way itself says. {unitsNote(units)}</p>
    </section>
  );
}

export function Range(props: {
  span: { low: number; high: number } | null | undefined;
  own: boolean;
  show: (value: number) => string;
}) {
  const { span, own, show } = props;
  if (!span) return <td className="py-1 pr-4 text-soft">says nothing</td>;
  const bare = show(span.low).replace(/[^\d.]*$/, "");
  return (
    <td className={`whitespace-nowrap py-1 pr-4 ${own ? "font-bold" : ""}`}>
      {bare} to {show(span.high)}
    </td>
  );
}

const unitsNote = (units: Units) =>
  units === "mm" ? "Lengths in mm." : "Clearances in thousandths of an inch.";
