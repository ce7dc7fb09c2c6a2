/** The chance of going too far that a move may carry. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import type { Tap } from "./parts";

export function RiskChoice({ risk, tap }: { risk: number; tap: Tap }) {
  const [open, setOpen] = useState(false);
  const now = choicesOf("choose_risk", "risk").find((option) => Number(option.value) === risk);
  if (!open) {
    return (
      <div className="pt-2">
        <Button kind="quiet" onClick={() => setOpen(true)}>
          Risk of going too far: {now?.label ?? risk}. Change it
        </Button>
      </div>
    );
  }
  return (
    <div className="pt-3">
      <ChoiceRow
        label="Risk of going too far that a move may carry"
        value={String(risk)}
        onChange={(value) => {
          tap({ kind: "choose_risk", risk: Number(value) });
          setOpen(false);
        }}
        options={choicesOf("choose_risk", "risk")}
      />
    </div>
  );
}
