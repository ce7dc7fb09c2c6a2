/** Log a turn of the nut: the proposed one with one tap, or in the unit that is at hand. */
import { useState } from "react";
import { choicesOf, type Tapered, type TurnUnit } from "../../../../api";
import { Button, ChoiceRow, TextField, length, useSettings } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { useTyped } from "./use-typed";

export const UNIT_WORDS = Object.fromEntries(
  choicesOf("turn_nut", "unit").map(({ value, label }) => [value, label]),
) as Record<TurnUnit, string>;

const HINTS: Record<TurnUnit, string> = {
  degrees: "for example 35",
  slots: "for example 1 1/2",
  rim: "31 mm or 1 1/4 in",
  drive_up: "0.15 mm",
  turns: "for example 1 1/4",
};

export function TurnPanel({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const { units } = useSettings();
  const { next, turn_units: ways } = work;
  const [unit, setUnit] = useState<TurnUnit>(ways[0] ?? "degrees");
  const { text: amount, setText: setAmount, problem } = useTyped(refused, "turn_nut", "amount");
  const proposed = next.do === "turn" ? next.turn_deg : null;
  // The axial method reads its indicator; the others read the nut.
  const travel = work.method === "X" ? next.drive_up_mm : null;
  const log = (text: string) => {
    tap({ kind: "turn_nut", amount: text, unit, shown: units === "mm" ? "mm" : "in" });
    setAmount("");
  };
  const rim = next.rim_mm ? `, ${length(next.rim_mm, units, units === "mm" ? 0 : 1)} of rim` : "";
  return (
    <div className="space-y-3 pt-4">
      {proposed ? (
        <Button
          kind="main"
          data-main
          className="text-lg"
          onClick={() =>
            tap(
              travel
                ? { kind: "turn_nut", amount: `${travel} mm`, unit: "drive_up" }
                : { kind: "turn_nut", amount: String(proposed), unit: "degrees" },
            )
          }
        >
          {travel
            ? `${work.hydraulic ? "Pressed" : "Driven"} ${length(travel, units, 2)} further`
            : `Turned ${proposed.toFixed(0)}°${rim}`}
        </Button>
      ) : null}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!amount.trim()) return;
          log(amount);
        }}
      >
        <ChoiceRow
          label="Turned otherwise, in"
          value={unit}
          onChange={(value) => setUnit(value as TurnUnit)}
          options={ways.map((value) => ({ value, label: UNIT_WORDS[value] }))}
        />
        <div className="w-36">
          <TextField
            label="How far"
            problem={problem}
            value={amount}
            placeholder={HINTS[unit]}
            onChange={(event) => setAmount(event.target.value)}
            onChoose={log}
            data-turn
          />
        </div>
        <Button type="submit">Log the turn</Button>
      </form>
    </div>
  );
}
