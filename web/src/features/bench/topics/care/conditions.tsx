/**
 * Dirt, water, vibration, how the shaft stands, where grease comes in: what makes an interval
 * shorter.
 */
import { useState } from "react";
import { type CareWork, choicesOf } from "../../../../api";
import { ChoiceRow } from "../../../../ui";
import type { Entry } from "../../use-entry";

const NAMES = ["dirt", "wet", "shakes", "stands"] as const;
const LABELS = {
  dirt: "Dirt around it",
  wet: "Water",
  shakes: "Vibration",
  stands: "The shaft is",
};

export function useConditions() {
  const [values, setValues] = useState({ dirt: "", wet: "", shakes: "", stands: "", path: "" });
  const set = (name: string) => (value: string) =>
    setValues((before) => ({ ...before, [name]: value }));
  return { values, set };
}

export function Conditions(props: {
  work: CareWork;
  conditions: ReturnType<typeof useConditions>;
  entry: Entry;
}) {
  const { work, conditions, entry } = props;
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {NAMES.map((name) => (
        <ChoiceRow
          key={name}
          label={LABELS[name]}
          value={conditions.values[name]}
          onChange={conditions.set(name)}
          options={work[name].map((value) => ({ value, label: value }))}
          problem={entry.problem(name)}
        />
      ))}
      <ChoiceRow
        label="Grease comes in"
        value={conditions.values.path}
        onChange={conditions.set("path")}
        options={choicesOf("set_care", "path", false)}
        problem={entry.problem("path")}
      />
    </div>
  );
}
