/**
 * What the method needs: a gauge set and places, the maker's range, a hydraulic nut; and the nut at
 * hand.
 */
import type { Choices } from "../../api";
import { ChoiceRow, SelectField } from "../../ui";
import { Seldom, Text, type Form } from "./part-fields";
import { SheetZeroRow } from "./sheet-line";

export function GaugingFields({
  form,
  gauges,
  places,
}: {
  form: Form;
  gauges: Choices["feeler_sets"];
  places: Choices["gauging_places"];
}) {
  const { draft } = form;
  return (
    <>
      <SelectField
        label="Feeler set"
        value={draft.feeler_id}
        onChange={(event) => form.change({ feeler_id: event.target.value })}
        problem={form.problem("feeler_id")}
      >
        <option value="">Choose the set you take along …</option>
        {gauges.map((gauge) => (
          <option key={gauge.id} value={gauge.id}>
            {gauge.name}
            {gauge.checked_on ? `, checked ${gauge.checked_on}` : ", never checked"}
          </option>
        ))}
      </SelectField>
      <ChoiceRow
        label="Where the clearance is gauged, before and after"
        column
        options={places.map((place) => ({
          value: place.id,
          label: place.title,
          note: place.reason,
        }))}
        value={draft.where}
        onChange={(where) => form.change({ where })}
      />
      <ChoiceRow
        label="Places round the ring"
        options={[
          { value: "3", label: "Three", note: "Default: narrows the uncertainty" },
          { value: "1", label: "One", note: "Quicker" },
        ]}
        value={draft.places}
        onChange={(value) => form.change({ places: value })}
      />
    </>
  );
}

export function RangeFields({ form, method }: { form: Form; method: "Z" | "A" }) {
  const turns = method === "Z";
  return (
    <fieldset className="space-y-3 border-l-4 border-mark pl-3">
      <legend className="pb-1 text-sm font-bold">
        {turns
          ? "The maker's turns, for this unit"
          : "The maker's tightening angle, when there is one"}
      </legend>
      <div className="grid grid-cols-2 gap-2">
        <Text
          form={form}
          name="range_low"
          label={turns ? "From, turns" : "From, degrees"}
          hint={turns ? "for example 1" : undefined}
        />
        <Text
          form={form}
          name="range_high"
          label={turns ? "To, turns" : "To, degrees"}
          hint={turns ? "for example 1 1/4" : undefined}
        />
      </div>
      <Text
        form={form}
        name="range_source"
        label="Where the figure comes from"
        hint="sheet, edition, page"
      />
      {turns ? <SheetZeroRow form={form} /> : null}
    </fieldset>
  );
}

export function NutFields({ form }: { form: Form }) {
  const { draft } = form;
  return (
    <Seldom
      form={form}
      names={[
        "nut_family",
        "nut_thread",
        "nut_pitch",
        "nut_outside",
        "nut_slots",
        "nut_tabs",
        "washer_thickness",
        "lock",
      ]}
      label="Nut and lock at hand: inch nut, washer measured, tabs counted, lock plate"
    >
      <fieldset className="space-y-3">
        <legend className="pb-1 text-sm font-bold">
          Nut and lock at hand (empty: as in the table)
        </legend>
        <ChoiceRow
          label="Family: nut, washer and sleeve are never mixed"
          value={draft.nut_family || "metric"}
          onChange={(family) => form.change({ nut_family: family === "metric" ? "" : family })}
          options={[
            { value: "metric", label: "metric" },
            { value: "inch", label: "inch" },
          ]}
        />
        <ChoiceRow
          label="Locked by"
          value={draft.lock || "table"}
          onChange={(lock) => form.change({ lock: lock === "table" ? "" : lock })}
          options={[
            {
              value: "table",
              label: draft.housed_unit ? "lock plate, as usual here" : "as in the table",
            },
            { value: "tab_washer", label: "tab washer" },
            { value: "lock_plate", label: "lock plate" },
            { value: "locking_clip", label: "locking clip" },
          ]}
        />
        <div className="grid grid-cols-2 gap-2">
          <Text form={form} name="nut_pitch" label="Thread pitch" hint="2 mm or 12 tpi" />
          <Text form={form} name="nut_outside" label="Nut diameter" />
          <Text form={form} name="nut_slots" label="Slots" />
          <Text form={form} name="nut_tabs" label="Outer tabs or positions" />
          <Text form={form} name="nut_thread" label="Thread diameter" />
          <Text
            form={form}
            name="washer_thickness"
            label="Washer thickness"
            hint="measured: 1.72 mm"
          />
        </div>
      </fieldset>
    </Seldom>
  );
}
