/**
 * The ring as a clock, when each step begins so that the machine starts as wished, and what was
 * judged.
 */
import type { LargeSealWork } from "../../../../api";
import { SealClock } from "../../../../drawing";
import { VerdictMark, moment } from "../../../../ui";

export function LargeSealDrawings({ job, work }: { job: string; work: LargeSealWork }) {
  if (!work.planned) return null;
  return (
    <section className="sheet space-y-3 p-3" aria-label="Large shaft seal">
      <SealClock ring={work} />
      {work.lead.length > 0 ? (
        <table className="w-full text-left">
          <caption className="pb-1 text-left font-bold">Back from the wished start</caption>
          <tbody>
            {work.lead.map(({ words, at, hours }) => (
              <tr key={words} className="border-b border-rule align-top">
                <td className="figures py-1 pr-3 sm:whitespace-nowrap">{moment(at)}</td>
                <td className="py-1 break-words">
                  {words} <span className="text-soft">({hours} h)</span>
                </td>
              </tr>
            ))}
            <tr>
              <td className="figures py-1 pr-3 font-bold sm:whitespace-nowrap">
                {work.starts_at ? moment(work.starts_at) : ""}
              </td>
              <td className="py-1 font-bold">it may start</td>
            </tr>
          </tbody>
        </table>
      ) : null}
      {work.lead.length > 0 ? (
        <a
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
          href={`/api/jobs/${job}/lead.ics`}
        >
          Into a calendar
        </a>
      ) : null}
      <ul>
        {work.lines.map(({ what, verdict }, at) => (
          <li key={`${what}.${at}`} className="flex flex-wrap gap-x-3">
            {what}: <VerdictMark verdict={verdict} />
          </li>
        ))}
      </ul>
    </section>
  );
}
