/** Which seals: kind, what for, on which sides; speed, warmth and lead-in where they are known. */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { SealProps } from "./panel";
import { AskedBesides, BESIDES_TEXTS, NOTHING_BESIDES } from "./plan-labyrinth";

type Plan = Extract<Command, { kind: "plan_seals" }>;
const EMPTY = {
  speed: "",
  temperature: "",
  fitting_temperature: "",
  chamfer: "",
  angle: "",
  sheet_least: "",
  sheet_most: "",
  ...BESIDES_TEXTS,
};

export function PlanSeals({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_seals");
  const [seal, setSeal] = useState<Plan["seal"] | "">("");
  const [purpose, setPurpose] = useState<Plan["purpose"] | "">("");
  const [sides, setSides] = useState<Plan["sides"]>("both");
  const [material, setMaterial] = useState("");
  const [held, setHeld] = useState<NonNullable<Plan["held"]>>("");
  const [besides, setBesides] = useState(NOTHING_BESIDES);
  // What is asked of a seal hangs on its kind.
  const kind = work.kinds.find(({ value }) => value === seal);
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
            held: kind?.asks_held ? held : "",
            ...besides,
            lip: kind?.has_lip ? besides.lip : "",
            ...(entry.values as typeof EMPTY),
            shown: units === "mm" ? "mm" : "in",
          });
      }}
    >
      <ChoiceRow
        label="Seal"
        value={seal}
        onChange={(value) => setSeal(value as Plan["seal"])}
        options={choicesOf("plan_seals", "seal")}
      />
      <ChoiceRow
        label="What for, before all"
        value={purpose}
        onChange={(value) => setPurpose(value as Plan["purpose"])}
        options={choicesOf("plan_seals", "purpose")}
      />
      <ChoiceRow
        label="Where"
        value={sides}
        onChange={(value) => setSides(value as Plan["sides"])}
        options={choicesOf("plan_seals", "sides")}
      />
      {kind?.asks_material ? (
        <ChoiceRow
          label="Material (empty: not known)"
          value={material}
          onChange={setMaterial}
          options={work.materials.map((value) => ({ value, label: value }))}
          problem={entry.problem("material")}
        />
      ) : null}
      {kind?.asks_held ? (
        <ChoiceRow
          label="Held on the shaft by"
          value={held}
          onChange={(value) => setHeld(value as typeof held)}
          options={choicesOf("plan_seals", "held", false)}
        />
      ) : null}
      {kind?.rubs ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="speed" hint="r/min" />
          <EntryText entry={entry} name="temperature" hint="°C or °F" />
          {kind.asks_held ? <SheetWidth entry={entry} /> : null}
          {material === "FKM" && kind.asks_material ? (
            <EntryText
              entry={entry}
              name="fitting_temperature"
              hint="°C; FKM is stiff in the cold"
            />
          ) : null}
          <EntryText entry={entry} name="chamfer" hint="empty: not measured" />
          <EntryText entry={entry} name="angle" hint="20° is the aim" />
        </div>
      ) : null}
      {kind ? (
        <AskedBesides
          entry={entry}
          work={work}
          kind={kind}
          inboard={sides !== "outboard"}
          said={besides}
          onSaid={(part) => setBesides((now) => ({ ...now, ...part }))}
        />
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
      <EntryText entry={entry} name="sheet_least" hint="by its sheet; empty: not at hand" />
      <EntryText entry={entry} name="sheet_most" hint="by its sheet" />
    </>
  );
}
