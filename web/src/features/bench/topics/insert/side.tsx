/**
 * Which side the grease groove has to face: the fitting measured to both faces, the housing's bore
 * looked at.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { InsertProps } from "./panel";

export function Fitting({ tap, refused, again = false }: InsertProps & { again?: boolean }) {
  const { units } = useSettings();
  const entry = useEntry({ to_marked: "", to_other: "" }, refused, "measure_fitting");
  return (
    <form
      className="grid gap-3 pt-4 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "measure_fitting",
          to_marked: entry.text("to_marked"),
          to_other: entry.text("to_other"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <EntryText entry={entry} name="to_marked" />
      <EntryText entry={entry} name="to_other" />
      <Button
        kind={again ? "quiet" : "main"}
        data-main={!again || undefined}
        type="submit"
        disabled={!entry.text("to_marked").trim() || !entry.text("to_other").trim()}
      >
        {again ? "Measured again" : "Which side?"}
      </Button>
    </form>
  );
}

type Groove = Extract<Command, { kind: "see_bore" }>["groove"];

export function Bore({ tap }: InsertProps) {
  const [groove, setGroove] = useState<Groove | "">("");
  const [slot, setSlot] = useState("");
  return (
    <div className="space-y-3 pt-4">
      <ChoiceRow
        label="Grease groove in the housing's bore"
        value={groove}
        onChange={(value) => setGroove(value as Groove)}
        options={choicesOf("see_bore", "groove")}
      />
      <ChoiceRow
        label="A slot for the insert's pin"
        value={slot}
        onChange={setSlot}
        options={[
          { value: "yes", label: "there is one" },
          { value: "no", label: "there is none" },
        ]}
      />
      <Button
        kind="main"
        data-main
        disabled={!groove || !slot}
        onClick={() => groove && tap({ kind: "see_bore", groove, pin_slot: slot === "yes" })}
      >
        Save
      </Button>
    </div>
  );
}
