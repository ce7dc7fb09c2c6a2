/**
 * One line of a maker's sheet, typed as it stands: any of it may stay empty, and what is missing
 * comes from the default card.
 */
import { Button, ChoiceRow } from "../../ui";
import type { Draft } from "./draft";
import { Text, type Form } from "./part-fields";

/** Every entry of the line, empty. */
const NOTHING: Partial<Draft> = {
  sheet: "",
  sheet_reduction: "",
  sheet_final: "",
  sheet_least: "",
  sheet_drive_up: "",
  sheet_angle: "",
  sheet_unmounted: "",
  sheet_zero: "",
};

export function SheetLine({ form }: { form: Form }) {
  const { draft, change } = form;
  if (draft.card !== "sheet") {
    return (
      <Button kind="quiet" onClick={() => change({ card: "sheet" })}>
        Type one line of the maker&apos;s sheet
      </Button>
    );
  }
  return (
    <fieldset className="space-y-3 border-l-4 border-mark pl-3">
      <legend className="pb-1 text-sm font-bold">
        The maker&apos;s sheet, its line for this bearing
      </legend>
      <p className="text-sm text-soft">
        Type what it says, in its own units; the rest stays empty and comes from the default card,
        marked so.
      </p>
      <Text form={form} name="sheet" label="Which sheet" hint="maker, edition, page" />
      <div className="grid grid-cols-2 items-end gap-2">
        <Text
          form={form}
          name="sheet_reduction"
          label="Reduction"
          hint="0.045 to 0.060, 1.8 to 2.4 thou"
        />
        <Text form={form} name="sheet_final" label="Final clearance" hint="0.040 to 0.065" />
        <Text form={form} name="sheet_least" label="Least residual" hint="0.050" />
        <Text form={form} name="sheet_drive_up" label="Drive-up" hint="0.6 to 0.8 mm" />
        <Text form={form} name="sheet_angle" label="Nut angle or turns" hint="100 to 120°" />
        <Text
          form={form}
          name="sheet_unmounted"
          label="Clearance before mounting"
          hint="0.080 to 0.110"
        />
      </div>
      {draft.sheet_angle || draft.sheet_drive_up ? <SheetZeroRow form={form} /> : null}
      <Button kind="quiet" onClick={() => change({ ...NOTHING, card: "A" })}>
        Without the sheet: the default card
      </Button>
    </fieldset>
  );
}

/** What the sheet counts from: its own zero is kept, never converted. */
export function SheetZeroRow({ form }: { form: Form }) {
  return (
    <ChoiceRow
      label="The sheet counts from"
      column
      value={form.draft.sheet_zero || "silent"}
      onChange={(zero) => form.change({ sheet_zero: zero === "silent" ? "" : zero })}
      options={[
        { value: "both_hands", label: "both hands until it stops" },
        {
          value: "tapped",
          label: "both hands, tapped on the rim and tried again until it no longer moves",
        },
        { value: "silent", label: "it does not say", note: "Ask before the nut is marked." },
      ]}
      problem={form.problem("sheet_zero")}
    />
  );
}
