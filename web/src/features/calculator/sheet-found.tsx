/** What follows: the verdict, every figure with its working, tab positions where there are some. */
import type { ProblemError, SheetAnswer } from "../../api";
import { Figure, Say, VerdictMark, clearance, useSettings } from "../../ui";

export function SheetFound({
  answer,
  problem,
}: {
  answer: SheetAnswer | null;
  problem: ProblemError | null;
}) {
  if (problem)
    return (
      <p className="text-oxide">
        <b>▲ </b>
        <Say>{problem.detail}</Say>
      </p>
    );
  if (!answer) return <p className="text-soft">Working it out …</p>;
  const { results, verdict, findings, tab_positions: tabs } = answer;
  const own = verdict && !results.some((result) => result.verdict?.reason === verdict.reason);
  return (
    <>
      {own ? (
        <div className="pb-2">
          <VerdictMark verdict={verdict} large />
          <p>
            <Say>{verdict.reason}</Say>
          </p>
        </div>
      ) : null}
      {results.map((result, at) => (
        <Figure key={result.id + result.label} result={result} big={at === 0} />
      ))}
      {findings?.map((finding) => (
        <p key={finding} className="py-1 text-sm">
          <span aria-hidden className="font-bold text-care">
            △{" "}
          </span>
          <Say>{finding}</Say>
        </p>
      ))}
      {tabs && tabs.length > 0 ? <Tabs tabs={tabs} /> : null}
    </>
  );
}

function Tabs({ tabs }: { tabs: NonNullable<SheetAnswer["tab_positions"]> }) {
  const { units } = useSettings();
  return (
    <table className="mt-2 w-full text-left">
      <caption className="pb-1 text-left text-sm font-bold">Tab positions, tightening only</caption>
      <thead>
        <tr className="border-b-2 border-ink text-sm">
          <th className="py-1 pr-2">Turn on</th>
          <th className="pr-2">Leaves</th>
          <th>Verdict</th>
        </tr>
      </thead>
      <tbody>
        {tabs.slice(0, 12).map((tab) => (
          <tr key={tab.index} className="border-b border-rule">
            <td className="py-1 pr-2">{tab.turn_deg.toFixed(1)}°</td>
            <td className="pr-2">
              {tab.residual_um === null ? "" : clearance(tab.residual_um, units)}
            </td>
            <td>
              <VerdictMark verdict={tab.verdict} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
