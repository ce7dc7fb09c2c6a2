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
const HELD = [
  { value: "stretch", label: "its own stretch" },
  { value: "behind", label: "a shoulder or clamp behind it" },
  { value: "all_round", label: "a clamp behind it and a band round it" },
];
const EMPTY = {
  speed: "",
  temperature: "",
  fitting_temperature: "",
  chamfer: "",
  angle: "",
  sheet_least: "",
  sheet_most: "",
};
const RUBS: (Plan["seal"] | "")[] = ["lip", "v_ring", "felt", "shaft_seal"];

export function PlanSeals({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_seals");
  const [seal, setSeal] = useState<Plan["seal"] | "">("");
  const [purpose, setPurpose] = useState<Plan["purpose"] | "">("");
  const [sides, setSides] = useState<Plan["sides"]>("both");
  const [material, setMaterial] = useState("");
  const [held, setHeld] = useState<NonNullable<Plan["held"]>>("");
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
            held: seal === "v_ring" ? held : "",
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
      {seal === "v_ring" ? (
        <ChoiceRow
          label="Held on the shaft by"
          value={held}
          onChange={(value) => setHeld(value as typeof held)}
          options={HELD}
        />
      ) : null}
      {RUBS.includes(seal) ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="speed" label="Speed" hint="r/min" />
          <EntryText entry={entry} name="temperature" label="At the lip when it runs" hint="°C or °F" />
          {seal === "v_ring" ? <SheetWidth entry={entry} /> : null}
          {material === "FKM" && seal !== "v_ring" ? (
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
      ) : null}
      <Button kind="main" data-main type="submit" disabled={!seal || !purpose}>
        These seals
      </Button>
    </form>
  );
}

function SheetWidth({ entry }: { entry: ReturnType<typeof useEntry> }) {
  return (
    <>
      <EntryText
        entry={entry}
        name="sheet_least"
        label="Width when set, least"
        hint="by its sheet; empty: not at hand"
      />
      <EntryText entry={entry} name="sheet_most" label="Width when set, most" hint="by its sheet" />
    </>
  );
}
