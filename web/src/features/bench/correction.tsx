/** An entry said again as it should have been: it begins with what it says now, and the old one stays readable. */
import { useState } from "react";
import type { Asked, LogLine } from "../../api";
import { Button, ChoiceRow, LinesField, Overlay, TextField, inUnits, useSettings } from "../../ui";
import type { Tap } from "./parts";
import { begun, changeable, saidAgain, type Said } from "./said-again";

const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "", label: "no" },
];

export function Correction({ line, onClose, tap }: { line: LogLine; onClose: () => void; tap: Tap }) {
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
        <Field
          key={name}
          field={field}
          value={said[name] ?? ""}
          onChange={(value) => setSaid((before) => ({ ...before, [name]: value }))}
        />
      ))}
      <TextField
        label="What was wrong"
        value={reason}
        placeholder="read the wrong leaf"
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

function Field(props: { field: Asked; value: string; onChange: (value: string) => void }) {
  const { field, value, onChange } = props;
  const options = field.choices?.map((one) => ({ value: one.value, label: one.words }));
  const open = field.empty ? `empty: ${field.empty}` : undefined;
  if (options || field.family === "yes_no") {
    return <ChoiceRow label={field.label} value={value} onChange={onChange} options={options ?? YES_NO} />;
  }
  if (field.family === "lines") {
    return (
      <LinesField label={field.label} value={value} onChange={(event) => onChange(event.target.value)} />
    );
  }
  return (
    <TextField
      label={field.label}
      hint={open}
      value={value}
      placeholder={field.example}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
