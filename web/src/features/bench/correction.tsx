/** An entry said again as it should have been: it begins with what it says now, and the old one stays readable. */
import { useState, type ReactNode } from "react";
import type { Command, LogLine, Outcome, TurnUnit } from "../../api";
import { Button, ChoiceRow, Overlay, TextField, inUnits, useSettings, type Units } from "../../ui";
import type { Tap } from "./parts";
import { UNIT_WORDS } from "./topics/tapered/turn-panel";

type Correct = Extract<Command, { kind: "correct" }>;
type Entry = NonNullable<Correct["entry"]>;
type Said = Record<string, string>;

const shownOf = (units: Units) => (units === "mm" ? ("mm" as const) : ("in" as const));

/** The command that says an entry of this kind again. */
function entryOf(kind: string, said: Said, units: Units): Entry | null {
  const shown = shownOf(units);
  const text = (name: string) => said[name] ?? "";
  const unit = (text("unit") || "degrees") as TurnUnit;
  switch (kind) {
    case "leaf_tried":
      return {
        kind: "try_leaf",
        place: Number(text("place")),
        row: text("row") as Extract<Entry, { kind: "try_leaf" }>["row"],
        leaf: text("leaf"),
        outcome: text("outcome") as Outcome,
        shown,
      };
    case "nut_turned":
      return { kind: "turn_nut", amount: text("amount"), unit, shown };
    case "tab_seen":
      return { kind: "see_tab", amount: text("amount"), unit, shown };
    case "nut_seated":
      return {
        kind: "seat_nut",
        amount: text("amount"),
        unit,
        past: text("past") === "yes",
        washer_thickness: text("washer_thickness"),
        sleeve_before: text("sleeve_before"),
        sleeve_after: text("sleeve_after"),
        tool: (text("tool") || null) as Extract<Entry, { kind: "seat_nut" }>["tool"],
        shown,
      };
    case "zero_set":
      return {
        kind: "set_zero",
        tap_tested: text("tap_tested") === "yes",
        start_pressure: text("start_pressure"),
      };
    case "hand_checked":
      return {
        kind: "hand_check",
        swivel: text("swivel") as Extract<Entry, { kind: "hand_check" }>["swivel"],
        turns_freely: text("turns_freely") === "yes",
      };
    case "locked":
      return { kind: "lock", turn: text("turn") };
    case "gauging_started":
      return {
        kind: "start_gauging",
        phase: text("phase") as Extract<Entry, { kind: "start_gauging" }>["phase"],
        where: text("where") as Extract<Entry, { kind: "start_gauging" }>["where"],
        places: Number(text("places")),
      };
    case "note_added":
      return { kind: "add_note", text: text("text") };
    default:
      return null;
  }
}

const yesNo = [
  { value: "yes", label: "yes" },
  { value: "", label: "no" },
];
const OPTIONS: Record<string, { label: string; options: { value: string; label: string }[] }> = {
  outcome: {
    label: "It did",
    options: ["passes", "drags", "does not pass"].map((value) => ({ value, label: value })),
  },
  past: { label: "Past its old mark", options: yesNo },
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
};

export function Correction(props: { line: LogLine; ways: TurnUnit[]; onClose: () => void; tap: Tap }) {
  const { line, ways, onClose, tap } = props;
  const { units } = useSettings();
  const [said, setSaid] = useState<Said>(line.said);
  const [reason, setReason] = useState("");
  const entry = entryOf(line.kind, said, units);
  const changed = Object.keys(said).some((name) => said[name] !== line.said[name]);
  const set = (name: string) => (value: string) => setSaid((before) => ({ ...before, [name]: value }));
  const send = (withdraw: boolean) => {
    tap({ kind: "correct", target: line.seq, reason, entry: withdraw ? null : entry, withdraw });
    onClose();
  };
  const fields: ReactNode[] = Object.keys(line.said).map((name) => {
    const choice = OPTIONS[name];
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
