/** What is due of this bearing, with its first day. */
import type { CareWork } from "../../../../api";
import { VerdictMark } from "../../../../ui";

export function CareDrawings({ work }: { work: CareWork }) {
  if (work.due.length === 0) return null;
  const amount = [
    work.amount_g === null ? "" : `${work.amount_g} g each time`,
    work.strokes === null ? "" : `${work.strokes} strokes of ${work.gun || "the gun"}`,
    work.running ? "while it runs" : "at standstill",
  ].filter(Boolean);
  return (
    <section className="sheet space-y-3 p-3" aria-label="What is due">
      <h3 className="text-lg font-bold">What is due</h3>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            <th className="py-1 pr-3">Due</th>
            <th className="py-1">First</th>
          </tr>
        </thead>
        <tbody>
          {work.due.map(({ kind, words, day, why }) => (
            <tr key={kind} className="border-b border-rule align-top">
              <td className="py-2 pr-3">
                {words}
                {why ? <span className="block text-sm text-soft">{why}</span> : null}
              </td>
              <td className="figures py-2 font-bold">{day ?? "no day"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>{amount.join(" · ")}</p>
      {work.verdict ? <VerdictMark verdict={work.verdict} /> : null}
    </section>
  );
}
