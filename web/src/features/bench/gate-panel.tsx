/** A gate: tick every item, or overrule by name with a reason. */
import { useState } from "react";
import type { Gate } from "../../api";
import { Button, NamedReason, Tick } from "../../ui";
import type { Tap } from "./action-panel";

export function GatePanel({ gate, tap }: { gate: Gate; tap: Tap }) {
  const [ticked, setTicked] = useState<string[]>([]);
  const [overruling, setOverruling] = useState(false);
  const left = gate.items.length - ticked.length;
  const toggle = (id: string, on: boolean) =>
    setTicked((before) => (on ? [...before, id] : before.filter((other) => other !== id)));
  return (
    <div className="pt-3">
      {gate.items.map((item) => (
        <Tick
          key={item.id}
          label={item.text}
          checked={ticked.includes(item.id)}
          onChange={(on) => toggle(item.id, on)}
        />
      ))}
      <div className="flex flex-wrap gap-3 pt-4">
        <Button
          kind="main"
          data-main
          disabled={left > 0}
          onClick={() => tap({ kind: "confirm_gate", gate: gate.id, items: ticked })}
        >
          {left > 0 ? `${left} still to confirm` : "All confirmed: go on"}
        </Button>
        <Button kind="stop" onClick={() => setOverruling(true)}>
          Overrule by name with a reason
        </Button>
      </div>
      <NamedReason
        title={`Overrule: ${gate.title}`}
        description="The record will name you, your reason, and what was not confirmed."
        action="Overrule and go on"
        open={overruling}
        onClose={() => setOverruling(false)}
        onDecide={(name, reason) =>
          tap({ kind: "overrule_gate", gate: gate.id, name, reason, items: ticked })
        }
      />
    </div>
  );
}
