/** Washer method (i): the washer is on; where does the nut stand against its old mark? */
import { useState } from "react";
import type { Bench, TurnUnit } from "../../api";
import { Button, ChoiceRow, TextField } from "../../ui";
import type { Refused, Tap } from "./action-panel";
import { UNIT_WORDS } from "./turn-panel";

export function ReseatPanel({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const rim = bench.turn_units.includes("rim");
  const [unit, setUnit] = useState<TurnUnit>(rim ? "rim" : "degrees");
  const [amount, setAmount] = useState("");
  const problem = refused?.command.kind === "reseat" ? refused.problem.at("amount") : undefined;
  const say = (behind: boolean) => {
    if (!amount.trim()) return;
    tap({ kind: "reseat", amount, unit, behind });
    setAmount("");
  };
  return (
    <div className="space-y-4 pt-4">
      <Button
        kind="main"
        data-main
        className="text-lg"
        onClick={() => tap({ kind: "reseat", amount: "0", unit: "degrees" })}
      >
        Washer on, nut back on its mark
      </Button>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-36">
          <TextField
            label="Off the mark by"
            value={amount}
            problem={problem}
            placeholder={unit === "rim" ? "4 mm" : "5"}
            onChange={(event) => setAmount(event.target.value)}
          />
        </div>
        {rim ? (
          <ChoiceRow
            label="In"
            value={unit}
            onChange={(value) => setUnit(value as TurnUnit)}
            options={(["rim", "degrees"] as const).map((value) => ({ value, label: UNIT_WORDS[value] }))}
          />
        ) : null}
        <Button disabled={!amount.trim()} onClick={() => say(false)}>
          Past the mark
        </Button>
        <Button kind="stop" disabled={!amount.trim()} onClick={() => say(true)}>
          Still behind the mark
        </Button>
      </div>
    </div>
  );
}
