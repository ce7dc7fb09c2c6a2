/** An entry said again as it should have been: it begins with what it says now, and the old one stays readable. */
import { useState, type ReactNode } from "react";
import type { LogLine, TurnUnit } from "../../api";
import { Button, ChoiceRow, Overlay, TextField, inUnits, useSettings } from "../../ui";
import { entryOf, type Said } from "./correction-entry";
import type { Tap } from "./parts";
import { UNIT_WORDS } from "./topics/tapered/turn-panel";

const yesNo = [
  { value: "yes", label: "yes" },
  { value: "", label: "no" },
];
const known = ["yes", "no", "not known"].map((value) => ({ value, label: value }));
const OPTIONS: Record<string, { label: string; options: { value: string; label: string }[] }> = {
  outcome: {
    label: "It did",
    options: ["passes", "drags", "does not pass"].map((value) => ({ value, label: value })),
  },
  away: { label: "Away from the fixed bearing", options: yesNo },
  closes: { label: "Growth closes it", options: yesNo },
  tightness: {
    label: "It is",
    options: ["open", "by hand", "snug", "at torque"].map((value) => ({ value, label: value })),
  },
  past: { label: "Past its old mark", options: yesNo },
  whole_nut: { label: "Its whole height is on the thread", options: yesNo },
  ring: {
    label: "Tight is",
    options: ["inner", "outer", "both", "unknown"].map((value) => ({ value, label: value })),
  },
  shaft_out: { label: "The shaft can leave its machine", options: known },
  keep: { label: "To be used again", options: known },
  captive_nut: { label: "Its nut is captive", options: known },
  tap_tested: { label: "Held after the tap", options: yesNo },
  turns_freely: { label: "Turns freely", options: yesNo },
  swivel: {
    label: "Swivels",
    options: ["freely", "slight drag", "binds"].map((value) => ({ value, label: value })),
  },
  where: {
    label: "Gauged",
    options: [
      { value: "hung_bottom", label: "hanging, at the bottom" },
      { value: "lifted_top", label: "lifted, at the top" },
      { value: "bench_top", label: "on the bench, at the top" },
    ],
  },
  tool: {
    label: "Measured with",
    options: ["dial indicator", "depth micrometer", "steel rule", ""].map((value) => ({
      value,
      label: value || "not measured",
    })),
  },
};
const TEXTS: Record<string, string> = {
  leaf: "Leaf",
  amount: "How far",
  turn: "Tightened, degrees",
  washer_thickness: "Washer, measured",
  sleeve_before: "Sleeve end to ring, before",
  sleeve_after: "Sleeve end to ring, after",
  start_pressure: "Start pressure",
  text: "Note",
  size: "Micrometer",
  shaft_temperature: "Shaft",
  ring_temperature: "Ring",
  where: "Where",
  specified: "Asked for",
  found: "Stands on the part",
  decided_by: "Decided by",
  reason: "Reason",
  what: "What",
  joint: "Joint",
  wrench: "Wrench",
  seat: "Width of the housing seat",
  near: "Rings on the datum's side",
  far: "Rings on the far side",
  sleeve_to_ring: "Thread end to ring",
  cause: "Cause",
  offset: "Offset",
  gap: "Gap",
  gaps: "Under the feet",
};

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
    const choice = name === "where" && line.kind !== "gauging_started" ? undefined : OPTIONS[name];
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
    const label = TEXTS[name];
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
