/**
 * A gate: every item its own tap, and the last one confirms it; or overruled by name. What is half
 * ticked survives a reload here.
 */
import { useState } from "react";
import type { Gate, Section } from "../../api";
import { WhichWay } from "../../drawing";
import { Button, NamedReason, Tick } from "../../ui";
import type { Tap } from "./parts";

/** Ticks of a gate that nobody has confirmed yet, kept on the device until it is. */
function useTicks(key: string, known: string[]) {
  const [ticked, setTicked] = useState<string[]>(() => {
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? "[]") as string[];
      return kept.filter((id) => known.includes(id));
    } catch {
      return [];
    }
  });
  const change = (next: string[]) => {
    setTicked(next);
    try {
      if (next.length > 0 && next.length < known.length)
        localStorage.setItem(key, JSON.stringify(next));
      else localStorage.removeItem(key);
    } catch {
      // A full or closed store only means that a reload forgets the ticks.
    }
  };
  return [ticked, change] as const;
}

interface Props {
  job: string;
  gate: Gate;
  section: Section | null;
  tap: Tap;
  /** Something is on its way: what was confirmed is not sent twice. */
  busy: boolean;
}

export function GatePanel({ job, gate, section, tap, busy }: Props) {
  const [ticked, setTicked] = useTicks(
    `tribodex.gate.${job}.${gate.id}`,
    gate.items.map((item) => item.id),
  );
  const [overruling, setOverruling] = useState(false);
  const left = gate.items.length - ticked.length;
  const confirm = (items: string[]) => tap({ kind: "confirm_gate", gate: gate.id, items });
  const toggle = (id: string, on: boolean) => {
    const next = on ? [...ticked, id] : ticked.filter((other) => other !== id);
    setTicked(next);
    if (next.length === gate.items.length) confirm(next);
  };
  return (
    <div className="pt-3">
      {gate.items.map((item) => (
        <div key={item.id} className="flex items-center gap-3 border-b border-rule last:border-b-0">
          <div className="min-w-0 flex-1">
            <Tick
              label={item.text}
              checked={ticked.includes(item.id)}
              onChange={(on) => toggle(item.id, on)}
            />
          </div>
          {item.drawing && section ? <WhichWay name={item.drawing} section={section} /> : null}
        </div>
      ))}
      <div className="flex flex-wrap gap-3 pt-4">
        <Button kind="main" data-main disabled={left > 0 || busy} onClick={() => confirm(ticked)}>
          {left > 0
            ? `${left} still to confirm`
            : busy
              ? "Confirmed, on its way"
              : "All confirmed: go on"}
        </Button>
        {gate.overrule ? (
          <Button kind="stop" onClick={() => setOverruling(true)}>
            Override (name and reason)
          </Button>
        ) : null}
      </div>
      {gate.overrule ? null : (
        <p className="pt-3 text-sm text-soft">Nobody can override this: it is a safety check.</p>
      )}
      <NamedReason
        title={`Overrule: ${gate.title}`}
        description="The record will name you, your reason, and what was not confirmed."
        action="Overrule and go on"
        open={overruling}
        onClose={() => setOverruling(false)}
        onDecide={(name, reason) => {
          tap({ kind: "overrule_gate", gate: gate.id, name, reason, items: ticked });
          setTicked([]);
        }}
      />
    </div>
  );
}
