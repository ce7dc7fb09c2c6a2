/**
 * A decision that stands in the record: who decides, and why. The PIN of that person is asked
 * afterwards.
 */
import { useState } from "react";
import { people } from "../api";
import { Button, TextField } from "./controls";
import { Overlay } from "./dialog";
import { useSettings } from "./settings";
import { usePeople } from "./use-people";

/**
 * People who may decide by name here; the first is who is here, or whoever that person works under.
 */
export function useDeciders(counter = false): { first: string; names: string[] } {
  usePeople();
  const { actor } = useSettings();
  const me = people.current()?.me;
  const site = people.site()?.id ?? "";
  const able = (me?.deciders[site] ?? []).filter((one) => !counter || one.counter_signs);
  const names = able.map(({ name }) => name);
  return { first: me && !names.includes(me.name) ? me.under : actor, names };
}

/** Names to tap, where somebody else decides. */
export function Names({
  names,
  value,
  onName,
}: {
  names: string[];
  value: string;
  onName: (name: string) => void;
}) {
  const others = names.filter((name) => name !== value);
  if (others.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-2" role="group" aria-label="Somebody else">
      {others.map((name) => (
        <Button key={name} onClick={() => onName(name)}>
          {name}
        </Button>
      ))}
    </div>
  );
}

export function NamedReason({
  title,
  description,
  action,
  example,
  told = false,
  own = false,
  open,
  onClose,
  onDecide,
}: {
  title: string;
  description: string;
  action: string;
  example?: string;
  /** Nobody decides: somebody's word is passed on, who may be of another firm. */
  told?: boolean;
  /** It is done by who is signed in, and by nobody else. */
  own?: boolean;
  open: boolean;
  onClose: () => void;
  onDecide: (name: string, reason: string) => void;
}) {
  const { first, names } = useDeciders();
  const [name, setName] = useState(first);
  const [reason, setReason] = useState("");
  return (
    <Overlay title={title} description={description} open={open} onClose={onClose}>
      {own ? null : (
        <TextField
          label={told ? "Who says so" : "Who decides"}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      )}
      {told || own ? null : <Names names={names} value={name} onName={setName} />}
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
