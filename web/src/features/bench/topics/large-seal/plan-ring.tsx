/** The ring and how it comes: size, material, store, what it is like; when the machine must run again. */
import { useState } from "react";
import { Button, ChoiceRow, TextField, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { LargeSealProps } from "./panel";

const EMPTY = {
  shaft: "",
  speed: "",
  temperature: "",
  store: "",
  room: "",
  box: "",
  chamfer: "",
  angle: "",
  cover: "",
  cover_source: "",
  starts_at: "",
};
const ASKED = [
  { name: "split", label: "Joined on site" },
  { name: "holds_itself", label: "Holds itself in the housing, without a cover's squeeze" },
  { name: "shaft_last", label: "The shaft comes last, through the ring" },
] as const;
const YES_NO = ["yes", "no"].map((value) => ({ value, label: value }));

export function PlanRing({ work, tap, refused }: LargeSealProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_large_seal");
  const [material, setMaterial] = useState("");
  const [said, setSaid] = useState({ split: "", holds_itself: "", shaft_last: "" });
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const { starts_at, ...rest } = entry.values as typeof EMPTY;
        // The device's own time, as an instant.
        const wished = starts_at ? new Date(starts_at).toISOString() : "";
        tap({
          kind: "plan_large_seal",
          ...rest,
          starts_at: wished,
          material,
          ...said,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <EntryText entry={entry} name="shaft" label="Shaft diameter" />
      {ASKED.map(({ name, label }) => (
        <ChoiceRow
          key={name}
          label={label}
          value={said[name]}
          onChange={(value) => setSaid((now) => ({ ...now, [name]: value }))}
          options={YES_NO}
          problem={entry.problem(name)}
        />
      ))}
      <ChoiceRow
        label="Material (empty: not known)"
        value={material}
        onChange={setMaterial}
        options={work.materials.map((value) => ({ value, label: value }))}
      />
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText entry={entry} name="store" label="It comes from" hint="°C of the store" />
        <EntryText entry={entry} name="room" label="Into a room of" hint="empty: 20 °C" />
        <EntryText entry={entry} name="box" label="Height of the pack" />
        <EntryText entry={entry} name="speed" label="Speed" hint="r/min" />
        <EntryText entry={entry} name="temperature" label="At the lip when it runs" />
        <EntryText entry={entry} name="chamfer" label="Lead-in: end of its chamfer" />
        <EntryText entry={entry} name="angle" label="Its angle" hint="20° is the aim" />
        <EntryText entry={entry} name="cover" label="Torque of the cover" />
        <EntryText entry={entry} name="cover_source" label="Whose torque" words={["drawing"]} />
      </div>
      <TextField
        label="The machine should run again at"
        type="datetime-local"
        value={entry.text("starts_at")}
        onChange={(event) => entry.set("starts_at")(event.target.value)}
        problem={entry.problem("starts_at")}
      />
      <Button kind="main" data-main type="submit" disabled={!entry.text("shaft").trim()}>
        Plan it
      </Button>
    </form>
  );
}
