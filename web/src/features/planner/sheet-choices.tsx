/**
 * What decides: method, washer and card, each with its reason. Before the button; on a phone each
 * is a line that opens.
 */
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { PlanSheet } from "../../api";
import { ChoiceRow, figure, useSettings } from "../../ui";
import type { Draft } from "./draft";

export function Decide({
  sheet,
  onChange,
}: {
  sheet: PlanSheet;
  onChange: (part: Partial<Draft>) => void;
}) {
  return (
    <section aria-label="What decides" className="space-y-2 border-l-4 border-mark pl-3">
      <Decision
        name="Method"
        chosen={sheet.methods.find(({ note }) => note.method === sheet.plan.method)?.note.title}
      >
        <ChoiceRow
          label="Method: how the drive-up is led"
          column
          value={sheet.plan.method}
          onChange={(method) => onChange({ method })}
          options={sheet.methods.map((option) => ({
            value: option.note.method,
            label: <span>{option.note.title}</span>,
            note: `${option.reason} Drives by ${option.note.drives_by}; stops when ${option.note.stops_by}. Weak point: ${option.note.weak_point}.`,
          }))}
        />
      </Decision>
      {sheet.plan.nut?.lock === "tab_washer" || !sheet.plan.nut ? (
        <Decision
          name="Washer"
          chosen={sheet.washers.find(({ id }) => id === sheet.plan.washer)?.title}
        >
          <ChoiceRow
            label="Washer"
            column
            value={sheet.plan.washer}
            onChange={(washer) => onChange({ washer })}
            options={sheet.washers.map((choice) => ({
              value: choice.id,
              label: choice.title,
              note: choice.reason,
            }))}
          />
        </Decision>
      ) : null}
      {sheet.cards.length > 0 ? (
        <Decision
          name="Card"
          chosen={sheet.cards.find(({ card }) => card === sheet.plan.card)?.title}
        >
          <Cards sheet={sheet} onCard={(card) => onChange({ card })} />
        </Decision>
      ) : null}
    </section>
  );
}

/** One decision in a line, with what is chosen; open from the beginning where there is room. */
function Decision({
  name,
  chosen = "",
  children,
}: {
  name: string;
  chosen?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(() => window.matchMedia("(min-width: 64rem)").matches);
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-12 cursor-pointer py-3">
        {name}: <b>{chosen}</b>
      </summary>
      {children}
    </details>
  );
}

function Cards({ sheet, onCard }: { sheet: PlanSheet; onCard: (card: string) => void }) {
  const { units } = useSettings();
  return (
    <div>
      <ChoiceRow
        label="Reduction card: take one whole"
        column
        value={sheet.plan.card}
        onChange={onCard}
        options={sheet.cards.map((option) => ({
          value: option.card,
          label: (
            <span className="flex flex-wrap gap-x-5">
              <span>{option.title}</span>
              {option.reduction ? <span>takes out {figure(option.reduction, units)}</span> : null}
              {option.drive_up ? <span>drive-up {figure(option.drive_up, units)}</span> : null}
              {option.residual && option.residual.value !== null ? (
                <span>leaves at least {figure(option.residual, units)}</span>
              ) : null}
            </span>
          ),
          note: option.note || option.reason,
        }))}
      />
      <p className="pt-2 text-sm">
        A maker&apos;s sheet goes before any card: type its line for this bearing above, or{" "}
        <Link to="/crib" className="text-dye underline underline-offset-4">
          the whole sheet at the tool crib
        </Link>
        .
      </p>
    </div>
  );
}
