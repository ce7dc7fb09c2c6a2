/** The plan sheet: targets with their working, cards side by side, what to take along. */
import type { ReactNode } from "react";
import type { PlanSheet, ProblemError } from "../../api";
import { BearingSection } from "../../drawing";
import { ChoiceRow, Figure, Say, figure, useSettings } from "../../ui";

export function SheetView(props: {
  sheet: PlanSheet | null;
  problem: ProblemError | null;
  card: string;
  onCard: (card: string) => void;
}) {
  const { sheet, problem, card, onCard } = props;
  const { units } = useSettings();
  if (!sheet) {
    return (
      <div className="sheet h-fit p-6">
        <h2 className="text-lg font-bold">The targets appear here</h2>
        {problem ? (
          <>
            <p className="py-2">Still to give or to mend:</p>
            <ul className="space-y-2">
              {problem.fields.map((field) => (
                <li key={field.name + field.message}>
                  <span className="font-bold">
                    <Say>{field.message}</Say>
                  </span>{" "}
                  <span className="text-soft">
                    <Say>{field.expected ?? ""}</Say>
                  </span>
                </li>
              ))}
            </ul>
          </>
        ) : (
          <p className="pt-2 text-soft">
            Choose a position, or give the number on the ring. Limits of the clearance group, reduction,
            drive-up, nut angle and rim length are worked out with their sources while you type.
          </p>
        )}
      </div>
    );
  }
  return (
    <div className="space-y-4">
      <div className="sheet grid gap-4 p-4 md:grid-cols-[1fr_16rem]">
        <div>
          <h2 className="text-xl font-bold">{sheet.label}</h2>
          {sheet.plan.findings.map((finding) => (
            <p key={finding} className="py-1 text-sm">
              <span aria-hidden className="font-bold text-care">
                △{" "}
              </span>
              <Say>{finding}</Say>
            </p>
          ))}
        </div>
        <BearingSection section={sheet.section} playUm={null} label={sheet.label} />
      </div>
      <div className="sheet p-4">
        <ChoiceRow
          label="Reduction card: take one whole"
          column
          value={card}
          onChange={onCard}
          options={sheet.cards.map((option) => ({
            value: option.card,
            label: (
              <span className="flex flex-wrap gap-x-5">
                <span>Card {option.card}</span>
                {option.reduction ? <span>takes out {figure(option.reduction, units)}</span> : null}
                {option.drive_up ? <span>drive-up {figure(option.drive_up, units)}</span> : null}
                {option.residual ? <span>leaves at least {figure(option.residual, units)}</span> : null}
              </span>
            ),
            note: option.note || option.reason,
          }))}
        />
      </div>
      <div className="grid items-start gap-4 md:grid-cols-2">
        <div className="sheet px-4 py-2">
          <h3 className="pt-2 font-bold">Targets</h3>
          {sheet.figures.map((result) => (
            <Figure key={result.id + result.label} result={result} />
          ))}
        </div>
        <div className="space-y-4">
          <List title="Take along: tools">{sheet.tools}</List>
          <List title="Take along: parts">{sheet.parts}</List>
          <List title="Cautions" warn>
            {[...sheet.cautions, sheet.standing_above]}
          </List>
        </div>
      </div>
    </div>
  );
}

function List({
  title,
  warn = false,
  children,
}: {
  title: string;
  warn?: boolean;
  children: readonly ReactNode[];
}) {
  return (
    <div className={`sheet px-4 py-3 ${warn ? "border-l-8 border-l-oxide" : ""}`}>
      <h3 className="pb-1 font-bold">{title}</h3>
      <ul className="list-disc space-y-1 pl-5 text-sm">
        {children.map((item, index) => (
          <li key={index}>{item}</li>
        ))}
      </ul>
    </div>
  );
}
