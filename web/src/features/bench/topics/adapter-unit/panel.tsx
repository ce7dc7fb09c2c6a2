/**
 * A unit on an adapter sleeve: run up to the zero of its sheet, one tap of the screen for each try,
 * turned, plate fitted, tried.
 */
import { useState } from "react";
import type { AdapterWork } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { TurnedByHand } from "../../turned-by-hand";
import { useEntry } from "../../use-entry";
import { Back } from "./back";
import { Fit, Plate } from "./plate";
import { Zero } from "./zero";

export interface AdapterProps {
  work: AdapterWork;
  tap: Tap;
  refused: Refused;
}

export function AdapterPanel(props: AdapterProps) {
  const { work, tap } = props;
  switch (work.asks) {
    case "mark_unit_zero":
      return <Zero {...props} />;
    case "turn_unit_nut":
      return (
        <>
          <Turn {...props} />
          <Plate {...props} />
          <Back {...props} quiet />
        </>
      );
    case "see_plate":
    case "fit_plate":
      return (
        <>
          <Fit {...props} />
          <Plate {...props} />
          <details className="pt-4">
            <summary className="min-h-12 cursor-pointer py-3 font-bold">
              Turn it on a little more
            </summary>
            <Turn {...props} />
          </details>
          <Back {...props} quiet />
        </>
      );
    case "back_unit_nut":
      return <Back {...props} />;
    case "try_driven":
      return <TurnedByHand onSay={(freely, text) => tap({ kind: "try_driven", freely, text })} />;
    case null:
      return work.marked ? <Back {...props} quiet /> : null;
    default:
      return work.asks satisfies never;
  }
}

function Turn({ tap, refused }: AdapterProps) {
  const entry = useEntry({ amount: "" }, refused, "turn_unit_nut");
  const [unit, setUnit] = useState<"turns" | "degrees">("turns");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "turn_unit_nut", amount: entry.text("amount"), unit });
      }}
    >
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <EntryText
          entry={entry}
          name="amount"
          label="Tightened by"
          hint={unit === "turns" ? "1, 1 1/8" : "405°"}
        />
        <ChoiceRow
          label="In"
          value={unit}
          onChange={(value) => setUnit(value as "turns" | "degrees")}
          options={[
            { value: "turns", label: "turns" },
            { value: "degrees", label: "degrees" },
          ]}
        />
      </div>
      <Button kind="main" data-main type="submit" disabled={!entry.text("amount").trim()}>
        Log the turn
      </Button>
    </form>
  );
}
