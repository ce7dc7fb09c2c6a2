/** Methods and cards to choose from, each with its reason. */
import { Link } from "react-router";
import type { PlanSheet } from "../../api";
import { ChoiceRow, figure, useSettings } from "../../ui";
import type { Choose } from "./sheet-view";

export function Methods({ sheet, onMethod, onWasher }: { sheet: PlanSheet } & Omit<Choose, "onCard">) {
  return (
    <div className="sheet space-y-4 p-4">
      <ChoiceRow
        label="Method: how the drive-up is led"
        column
        value={sheet.plan.method}
        onChange={onMethod}
        options={sheet.methods.map((option) => ({
          value: option.note.method,
          label: <span>{option.note.title}</span>,
          note: `${option.reason} Drives by ${option.note.drives_by}; stops when ${option.note.stops_by}. Weak point: ${option.note.weak_point}.`,
        }))}
      />
      {sheet.plan.nut?.lock === "tab_washer" || !sheet.plan.nut ? (
        <ChoiceRow
          label="Washer"
          column
          value={sheet.plan.washer}
          onChange={onWasher}
          options={sheet.washers.map((choice) => ({
            value: choice.id,
            label: choice.title,
            note: choice.reason,
          }))}
        />
      ) : null}
    </div>
  );
}

export function Cards({ sheet, onCard }: { sheet: PlanSheet; onCard: Choose["onCard"] }) {
  const { units } = useSettings();
  return (
    <div className="sheet p-4">
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
        A maker&apos;s sheet goes before any card.{" "}
        <Link to="/crib" className="text-dye underline underline-offset-4">
          Type one in at the tool crib
        </Link>
      </p>
    </div>
  );
}
