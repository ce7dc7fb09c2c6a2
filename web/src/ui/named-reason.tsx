/** A decision that stands in the record: who decides, and why. */
import { useState } from "react";
import { Button, TextField } from "./controls";
import { Overlay } from "./dialog";
import { useSettings } from "./settings";

export function NamedReason({
  title,
  description,
  action,
  example,
  open,
  onClose,
  onDecide,
}: {
  title: string;
  description: string;
  action: string;
  example?: string;
  open: boolean;
  onClose: () => void;
  onDecide: (name: string, reason: string) => void;
}) {
  const { actor } = useSettings();
  const [name, setName] = useState(actor);
  const [reason, setReason] = useState("");
  return (
    <Overlay title={title} description={description} open={open} onClose={onClose}>
      <TextField label="Who decides" value={name} onChange={(event) => setName(event.target.value)} />
      <TextField
        label="Reason"
        value={reason}
        placeholder={example}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button
        kind="stop"
        disabled={!name.trim() || !reason.trim()}
        onClick={() => {
          onDecide(name, reason);
          onClose();
        }}
      >
        {action}
      </Button>
    </Overlay>
  );
}
