/** The bearing, and what it sits on. */
import { useState, type ReactNode } from "react";
import type { ProblemField } from "../../api";
import { Button, ChoiceRow, TextField, Tick } from "../../ui";
import type { Draft } from "./draft";
import { alsoMeant, meantBut } from "../../ui";

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
  const set = (value: string) =>
    form.change({ [name]: value, meant: meantBut(form.draft.meant, name) });
  return (
    <TextField
      label={label}
      hint={hint}
      value={form.draft[name]}
      problem={form.problem(name)}
      onChange={(event) => set(event.target.value)}
      onChoose={set}
      onMeant={() => form.change({ meant: alsoMeant(form.draft.meant, name) })}
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
        label="Housed unit, greased and sealed: no feeler gets in"
        checked={draft.housed_unit !== ""}
        onChange={(on) => form.change({ housed_unit: on ? "yes" : "", method: "" })}
      />
    </>
  );
}
