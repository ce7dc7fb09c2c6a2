/** Temperatures in service, and where the bearing starts on its sleeve. */
import { useState } from "react";
import { asked, choicesOf, type Command } from "../../../../api";
import { ChoiceRow, SelectField, Tick } from "../../../../ui";
import { PlaceForm } from "./place-form";
import type { LineUpProps } from "./panel";

type Lay = Extract<Command, { kind: "lay_sleeve" }>;

export function RunningForm(props: LineUpProps) {
  const [shaft, setShaft] = useState("steel");
  const [base, setBase] = useState("steel");
  const choose = (label: string, value: string, set: (value: string) => void) => (
    <SelectField label={label} value={value} onChange={(event) => set(event.target.value)}>
      {props.work.materials.map((name) => (
        <option key={name} value={name}>
          {name.replace("_", " ")}
        </option>
      ))}
    </SelectField>
  );
  return (
    <PlaceForm
      {...props}
      kind="say_running"
      shaft
      action="Work out the growth"
      fields={[
        { name: "mount", label: "When mounted", hint: "°C or °F" },
        { name: "running_shaft", label: "Shaft, running" },
        { name: "running_base", label: "Base, running" },
        { name: "start_shaft", label: "Shaft at the start, base still cold", open: true },
        { name: "cold", label: "Coldest standstill", open: true },
      ]}
      onSend={(_, v) =>
        props.tap({
          kind: "say_running",
          shaft_material: shaft,
          base_material: base,
          mount: v["mount"] ?? "",
          running_shaft: v["running_shaft"] ?? "",
          running_base: v["running_base"] ?? "",
          start_shaft: v["start_shaft"] ?? "",
          cold: v["cold"] ?? "",
        })
      }
    >
      {choose("Shaft of", shaft, setShaft)}
      {choose("Base of", base, setBase)}
    </PlaceForm>
  );
}

export function SleeveForm(props: LineUpProps) {
  const [nut, setNut] = useState<NonNullable<Lay["nut_side"]>>("");
  const [atZero, setAtZero] = useState(false);
  const [fromMark, setFromMark] = useState(false);
  return (
    <PlaceForm
      {...props}
      kind="lay_sleeve"
      action="Work out the start"
      fields={[
        {
          name: "sleeve_to_ring",
          label: "Bearing laid on: sleeve's thread end to the ring's near face",
        },
        {
          name: "drive_up",
          label: "Drive-up to come, one value or a band (empty: the plan's)",
          open: true,
        },
      ]}
      onSend={(place, v, shown) =>
        props.tap({
          kind: "lay_sleeve",
          place,
          sleeve_to_ring: v["sleeve_to_ring"] ?? "",
          drive_up: v["drive_up"] ?? "",
          nut_side: nut,
          at_zero: atZero,
          from_mark: fromMark,
          shown,
        })
      }
    >
      <ChoiceRow
        label="Its nut is"
        value={nut}
        onChange={(value) => setNut(value as typeof nut)}
        options={choicesOf("lay_sleeve", "nut_side", false)}
      />
      <Tick
        label="Read at the tap-tested zero (else at rest)"
        checked={atZero}
        onChange={setAtZero}
      />
      <Tick
        label={asked("lay_sleeve", "from_mark").label}
        checked={fromMark}
        onChange={setFromMark}
      />
    </PlaceForm>
  );
}
