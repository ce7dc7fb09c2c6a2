/** An entry said again as it should have been: it begins with what it says now, and the old one stays readable. */
import { useState, type ReactNode } from "react";
import type { LogLine, TurnUnit } from "../../api";
import { Button, ChoiceRow, Overlay, TextField, inUnits, useSettings } from "../../ui";
import { entryOf, type Said } from "./correction-entry";
import { labelFor, optionsFor } from "./correction-fields";
import type { Tap } from "./parts";
import { UNIT_WORDS } from "./topics/tapered/turn-panel";

export function Correction(props: { line: LogLine; ways: TurnUnit[]; onClose: () => void; tap: Tap }) {
  const { line, ways, onClose, tap } = props;
  const { units } = useSettings();
  const [said, setSaid] = useState<Said>(line.said);
  const [reason, setReason] = useState("");
  const entry = entryOf(line, said, units);
  const changed = Object.keys(said).some((name) => said[name] !== line.said[name]);
  const set = (name: string) => (value: string) => setSaid((before) => ({ ...before, [name]: value }));
  const send = (withdraw: boolean) => {
    tap({ kind: "correct", target: line.seq, reason, entry: withdraw ? null : entry, withdraw });
    onClose();
  };
  const fields: ReactNode[] = Object.keys(line.said).map((name) => {
    const choice = optionsFor(line.kind, name);
    if (choice) {
      return (
        <ChoiceRow
          key={name}
          label={choice.label}
          value={said[name] ?? ""}
          onChange={set(name)}
          options={choice.options}
        />
      );
    }
    if (name === "unit") {
      return (
        <ChoiceRow
          key={name}
          label="In"
          value={said[name] ?? "degrees"}
          onChange={set(name)}
          options={ways.map((value) => ({ value, label: UNIT_WORDS[value] }))}
        />
      );
    }
    const label = labelFor(line.kind, name);
    return label ? (
      <TextField
        key={name}
        label={label}
        value={said[name] ?? ""}
        onChange={(event) => set(name)(event.target.value)}
      />
    ) : null;
  });
  return (
    <Overlay
      title={`Correct entry ${line.seq}`}
      description={`${inUnits(line.text, units)} The old entry stays readable.`}
      open
      onClose={onClose}
    >
      {fields}
      <TextField
        label="What was wrong"
        value={reason}
        placeholder="read the wrong leaf"
        onChange={(event) => setReason(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" disabled={!changed || !entry || !reason.trim()} onClick={() => send(false)}>
          Correct it
        </Button>
        {line.withdrawable ? (
          <Button kind="stop" disabled={!reason.trim()} onClick={() => send(true)}>
            Withdraw the entry
          </Button>
        ) : null}
      </div>
    </Overlay>
  );
}
