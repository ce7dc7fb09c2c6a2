/** Oil, and the hydraulic nut. */
import { ChoiceRow } from "../../ui";
import { Seldom, Text, type Form } from "./part-fields";

export function OilField({ form }: { form: Form }) {
  return (
    <Seldom form={form} names={["oil"]} label="Where oil goes: another habit">
      <ChoiceRow
        label="Where oil goes (the maker's word goes first)"
        column
        value={form.draft.oil}
        onChange={(oil) => form.change({ oil })}
        problem={form.problem("oil")}
        options={[
          {
            value: "",
            label: "As the method says",
            note: "by the angle where an angle is counted, else a thin film",
          },
          {
            value: "angle",
            label: "By the angle",
            note: "sleeve outside and thread, nut thread and the face that rubs",
          },
          { value: "all", label: "All surfaces that meet, very thin" },
          { value: "shaft", label: "The shaft only" },
        ]}
      />
    </Seldom>
  );
}

export function HydraulicFields({ form }: { form: Form }) {
  return (
    <Seldom
      form={form}
      names={["piston_area", "start_pressure", "rated_pressure"]}
      label="With a hydraulic nut"
    >
      <fieldset className="grid grid-cols-2 gap-2">
        <legend className="pb-1 text-sm font-bold">Hydraulic nut</legend>
        <Text
          form={form}
          name="piston_area"
          label="Piston area"
          hint="marked on the nut: 9000 mm²"
        />
        <Text
          form={form}
          name="start_pressure"
          label="Start pressure"
          hint="of the sheet whose travel is in the plan; else leave it empty"
        />
        <Text
          form={form}
          name="rated_pressure"
          label="Pump and nut are made for"
          hint="the lower of the two: 100 MPa"
        />
      </fieldset>
    </Seldom>
  );
}
