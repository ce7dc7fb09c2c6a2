/** Shaft and seat. */
import { ChoiceRow, SelectField } from "../../ui";
import { Text, Seldom, Form } from "./part-fields";

export function SeatFields({ form, materials }: { form: Form; materials: string[] }) {
  const { draft } = form;
  return (
    <>
      <Text form={form} name="shaft" label="Shaft diameter" hint="mm or inch: 80 mm, 3 3/16 in" />
      <Seldom
        form={form}
        names={[
          "shaft_bore",
          "shaft_material",
          "ring_rise",
          "shaft_over_ring",
          "shaft_finish",
          "seat",
          "special_sleeve",
        ]}
        label="Hollow or warm shaft, other steel, special sleeve, no adapter sleeve"
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
          <div className="grid grid-cols-2 gap-2">
            <Text
              form={form}
              name="ring_rise"
              label="Ring runs warmer than at mounting by"
              hint="60 K; asked where the shaft expands more than its ring"
            />
            <Text
              form={form}
              name="shaft_over_ring"
              label="Shaft warmer than its ring by"
              hint="steam, hot gas: 20 K; empty: not warmer"
            />
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
