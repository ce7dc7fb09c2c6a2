/** The bearing, and what it sits on. */
import { useState, type ReactNode } from "react";
import type { ProblemField } from "../../api";
import { Button, ChoiceRow, SelectField, TextField, Tick } from "../../ui";
import type { Draft } from "./draft";

export interface Form {
  draft: Draft;
  change: (part: Partial<Draft>) => void;
  problem: (name: keyof Draft) => ProblemField | undefined;
}

export function Text({
  form,
  name,
  label,
  hint,
}: {
  form: Form;
  name: keyof Draft;
  label: string;
  hint?: string;
}) {
  return (
    <TextField
      label={label}
      hint={hint}
      value={form.draft[name]}
      problem={form.problem(name)}
      onChange={(event) => form.change({ [name]: event.target.value })}
      onChoose={(choice) => form.change({ [name]: choice })}
    />
  );
}

/** Fields that are seldom needed, behind a line of text; open when one of them was given. */
export function Seldom({
  form,
  names,
  label,
  children,
}: {
  form: Form;
  names: (keyof Draft)[];
  label: string;
  children: ReactNode;
}) {
  const [asked, setAsked] = useState(false);
  const open = asked || names.some((name) => form.draft[name] || form.problem(name));
  if (open) return <>{children}</>;
  return (
    <Button kind="quiet" onClick={() => setAsked(true)}>
      {label}
    </Button>
  );
}

export function BearingFields({ form }: { form: Form }) {
  const { draft } = form;
  const marked = /C[2-5]\b|CN\b/i.test(draft.designation);
  const tapered = /K(30)?(?=$|[^A-Z0-9]|C|W|TN)/i.test(draft.designation);
  return (
    <>
      <Text
        form={form}
        name="designation"
        label="Number on the new ring"
        hint="For example 22218 K C3 W33. Suffixes that are not known here are named, not dropped."
      />
      <Seldom
        form={form}
        names={["bore", "outside", "width"]}
        label="Give bore, outside diameter and width instead"
      >
        <div className="grid grid-cols-3 gap-2">
          <Text form={form} name="bore" label="Bore d" />
          <Text form={form} name="outside" label="Outside D" />
          <Text form={form} name="width" label="Width B" />
        </div>
      </Seldom>
      {marked && !form.problem("group") ? null : (
        <ChoiceRow
          label="Clearance group, as marked on the ring (no mark is CN)"
          options={["C2", "CN", "C3", "C4", "C5"].map((value) => ({ value, label: value }))}
          value={draft.group}
          onChange={(group) => form.change({ group })}
          problem={form.problem("group")}
        />
      )}
      {tapered && !form.problem("taper") ? null : (
        <ChoiceRow
          label="Taper of the bore"
          options={[
            { value: "1:12", label: "1:12 (K)" },
            { value: "1:30", label: "1:30 (K30)" },
          ]}
          value={draft.taper.split(" ")[0] ?? ""}
          onChange={(taper) => form.change({ taper })}
          problem={form.problem("taper")}
        />
      )}
      {form.problem("taper")?.choices?.map((choice) => (
        <Button key={choice} onClick={() => form.change({ taper: choice })}>
          Looked at the ring: {choice}
        </Button>
      ))}
      <Tick
        label="Housed unit, greased and sealed: no leaf gets in"
        checked={draft.housed_unit !== ""}
        onChange={(on) => form.change({ housed_unit: on ? "yes" : "", method: "" })}
      />
    </>
  );
}

export function SeatFields({ form, materials }: { form: Form; materials: string[] }) {
  const { draft } = form;
  return (
    <>
      <Text form={form} name="shaft" label="Shaft diameter" hint="mm or inch: 80 mm, 3 3/16 in" />
      <Seldom
        form={form}
        names={["shaft_bore", "shaft_material", "shaft_finish", "seat", "special_sleeve"]}
        label="Hollow shaft, other steel, special sleeve, no adapter sleeve"
      >
        <fieldset className="space-y-3">
          <legend className="sr-only">Shaft and seat</legend>
          <div className="grid grid-cols-2 gap-2">
            <Text form={form} name="shaft_bore" label="Bored to (empty: solid)" />
            <SelectField
              label="Shaft material"
              value={draft.shaft_material}
              problem={form.problem("shaft_material")}
              onChange={(event) => form.change({ shaft_material: event.target.value })}
            >
              <option value="">carbon shaft steel (usual)</option>
              {materials.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </SelectField>
          </div>
          <ChoiceRow
            label="Finish of the seat"
            value={draft.shaft_finish || "ground"}
            onChange={(finish) => form.change({ shaft_finish: finish === "ground" ? "" : finish })}
            options={[
              { value: "ground", label: "ground" },
              { value: "turned", label: "turned" },
            ]}
          />
          <ChoiceRow
            label="What carries the tapered bore"
            value={draft.seat || "adapter_sleeve"}
            onChange={(seat) => form.change({ seat: seat === "adapter_sleeve" ? "" : seat })}
            options={[
              { value: "adapter_sleeve", label: "adapter sleeve" },
              { value: "withdrawal_sleeve", label: "withdrawal sleeve" },
              { value: "tapered_shaft", label: "tapered shaft" },
            ]}
          />
          <Text
            form={form}
            name="special_sleeve"
            label="Special sleeve, by its drawing"
            hint="only where no listed sleeve is used"
          />
        </fieldset>
      </Seldom>
    </>
  );
}
