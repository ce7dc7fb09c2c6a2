/**
 * An entry said again as it should have been: it begins with what it says now, and the old one
 * stays readable.
 */
import { useState } from "react";
import type { LogLine } from "../../api";
import { Button, Overlay, TextField, inUnits, useSettings } from "../../ui";
import { AskedField } from "./asked-field";
import type { Tap } from "./parts";
import { begun, changeable, saidAgain, type Said } from "./said-again";

export function Correction({
  line,
  onClose,
  tap,
}: {
  line: LogLine;
  onClose: () => void;
  tap: Tap;
}) {
  const { units } = useSettings();
  const fields = changeable(line);
  const [first] = useState<Said>(() =>
    Object.fromEntries(fields.map(([name, field]) => [name, begun(line.said[name], field, units)])),
  );
  const [said, setSaid] = useState(first);
  const [reason, setReason] = useState("");
  const changed = fields.some(([name]) => said[name] !== first[name]);
  const send = (withdraw: boolean) => {
    const entry = withdraw ? null : saidAgain(line, said, units);
    tap({ kind: "correct", target: line.seq, reason, entry, withdraw });
    onClose();
  };
  return (
    <Overlay
      title={`Correct entry ${line.seq}`}
      description={`${inUnits(line.text, units)} The old entry stays readable.`}
      open
      onClose={onClose}
    >
      {fields.map(([name, field]) => (
        <AskedField
          key={name}
          field={field}
          value={said[name] ?? ""}
          onChange={(value) => setSaid((before) => ({ ...before, [name]: value }))}
        />
      ))}
      <TextField
        label="What was wrong"
        value={reason}
        placeholder="read the wrong feeler"
        onChange={(event) => setReason(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" disabled={!changed || !reason.trim()} onClick={() => send(false)}>
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
