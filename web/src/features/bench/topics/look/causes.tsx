/** What the marks speak for: the causes in order, with every weight for and against it. */
import { Collapsible } from "radix-ui";
import type { FailureBook, LookWork, Question } from "../../../../api";
import { VerdictMark } from "../../../../ui";
import { wordsOf } from "./use-book";

interface Props {
  work: LookWork;
  questions: Question[];
  classes: FailureBook["classes"];
}

export function Causes({ work, questions, classes }: Props) {
  const { verdict, causes, left_out, ruled_out, measured } = work;
  return (
    <section aria-label="Likely cause">
      <h2 className="font-bold">Likely cause</h2>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <VerdictMark verdict={verdict} /> <span>{verdict.reason}</span>
      </p>
      <ol>
        {causes.map((cause) => (
          <Cause key={cause.id} cause={cause} questions={questions} classes={classes} />
        ))}
      </ol>
      {ruled_out.length > 0 ? (
        <p className="pt-2 text-sm">Ruled out: {ruled_out.join("; ")}.</p>
      ) : null}
      {[...left_out, ...measured].map((words) => (
        <p key={words} className="text-sm text-soft">
          {words}
        </p>
      ))}
    </section>
  );
}

type CauseProps = Omit<Props, "work"> & { cause: LookWork["causes"][number] };

function Cause({ cause, questions, classes }: CauseProps) {
  return (
    <li className="border-b border-rule py-1 last:border-b-0">
      <Collapsible.Root>
        <p className="flex flex-wrap items-center justify-between gap-x-3">
          <span>
            <b>{cause.words}</b>: {cause.standing}
          </span>
          <Collapsible.Trigger className="min-h-12 px-2 text-sm text-dye underline underline-offset-4">
            Show the weights<span className="sr-only"> of {cause.words}</span>
          </Collapsible.Trigger>
        </p>
        <Collapsible.Content className="pb-2 text-sm">
          <table className="w-full">
            <caption className="pb-1 text-left text-soft">
              Trade opinion (common practice, no source); a sum, not a chance. ISO 15243:{" "}
              {cause.iso
                .map(
                  (number) =>
                    `${number} ${classes.find((one) => one.number === number)?.name ?? ""}`,
                )
                .join(", ")}
              .
            </caption>
            <tbody>
              {cause.reasons.map((reason) => (
                <tr key={reason.marks.join()} className="border-t border-rule">
                  <td className="py-1 pr-3">
                    {reason.marks.map((mark) => wordsOf(questions, mark)).join(" and ")}
                  </td>
                  <td className="pr-3 text-soft">{reason.why}</td>
                  <td className="whitespace-nowrap text-right font-mono">
                    {signed(reason.weight)}
                  </td>
                </tr>
              ))}
              <tr className="border-t-2 border-ink font-bold">
                <td colSpan={2}>Sum, with what it begins with</td>
                <td className="text-right font-mono">{signed(cause.score)}</td>
              </tr>
            </tbody>
          </table>
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}

const signed = (value: number) => (value > 0 ? `+${value}` : String(value).replace("-", "−"));
