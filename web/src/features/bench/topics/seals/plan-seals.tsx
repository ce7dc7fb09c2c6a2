/** Which seals: kind, what for, on which sides; speed, warmth and lead-in where they are known. */
import { useState } from "react";
import type { Command } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";

type Plan = Extract<Command, { kind: "plan_seals" }>;
const SIDES = [
  { value: "both", label: "on both sides" },
  { value: "inboard", label: "inboard alone: an end cover outboard" },
  { value: "outboard", label: "outboard alone" },
];
const EMPTY = { speed: "", temperature: "", fitting_temperature: "", chamfer: "", angle: "" };

export function PlanSeals({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_seals");
  const [seal, setSeal] = useState<Plan["seal"] | "">("");
  const [purpose, setPurpose] = useState<Plan["purpose"] | "">("");
  const [sides, setSides] = useState<Plan["sides"]>("both");
  const [material, setMaterial] = useState("");
  const options = (choices: { value: string; words: string }[]) =>
    choices.map(({ value, words }) => ({ value, label: words }));
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (seal && purpose)
          tap({
            kind: "plan_seals",
            seal,
            purpose,
            sides,
            material,
            ...(entry.values as typeof EMPTY),
            shown: units === "mm" ? "mm" : "in",
          });
      }}
    >
      <ChoiceRow
        label="Seal"
        value={seal}
        onChange={(value) => setSeal(value as Plan["seal"])}
        options={options(work.kinds)}
      />
      <ChoiceRow
        label="What for, before all"
        value={purpose}
        onChange={(value) => setPurpose(value as Plan["purpose"])}
        options={options(work.purposes)}
      />
      <ChoiceRow
        label="Where"
        value={sides}
        onChange={(value) => setSides(value as Plan["sides"])}
        options={SIDES}
      />
      {seal === "lip" || seal === "shaft_seal" ? (
        <ChoiceRow
          label="Material (empty: not known)"
          value={material}
          onChange={setMaterial}
          options={work.materials.map((value) => ({ value, label: value }))}
          problem={entry.problem("material")}
        />
      ) : null}
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="speed" label="Speed" hint="r/min" />
        <EntryText entry={entry} name="temperature" label="At the lip when it runs" hint="°C or °F" />
        {material === "FKM" ? (
          <EntryText
            entry={entry}
            name="fitting_temperature"
            label="Where it is fitted"
            hint="°C; FKM is stiff in the cold"
          />
        ) : null}
        <EntryText
          entry={entry}
          name="chamfer"
          label="Lead-in: end of its chamfer"
          hint="empty: not measured"
        />
        <EntryText entry={entry} name="angle" label="Its angle to the axis" hint="20° is the aim" />
      </div>
      <Button kind="main" data-main type="submit" disabled={!seal || !purpose}>
        These seals
      </Button>
    </form>
  );
}
