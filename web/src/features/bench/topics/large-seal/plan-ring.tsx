/**
 * The ring and how it comes: size, material, store, what it is like; when the machine must run
 * again.
 */
import { useState } from "react";
import { choicesOf } from "../../../../api";
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
  ring: "",
  seat: "",
  cover_screws: "",
  cover_screw: "",
  cover_grade: "",
  starts_at: "",
};
const ASKED = [
  { name: "split", label: "Joined on site" },
  { name: "holds_itself", label: "Holds itself in the housing, without a cover's squeeze" },
  { name: "shaft_last", label: "The shaft comes last, through the ring" },
  { name: "upright", label: "It goes in" },
  { name: "size_check", label: "Its size is checked before it goes in" },
] as const;

export function PlanRing({ work, tap, refused }: LargeSealProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_large_seal");
  const [material, setMaterial] = useState("");
  const [said, setSaid] = useState({
    split: "",
    holds_itself: "",
    shaft_last: "",
    upright: "",
    size_check: "",
  });
  const [finish, setFinish] = useState("");
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
          cover_finish: finish,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <EntryText entry={entry} name="shaft" />
      {ASKED.map(({ name, label }) => (
        <ChoiceRow
          key={name}
          label={label}
          value={said[name]}
          onChange={(value) => setSaid((now) => ({ ...now, [name]: value }))}
          options={choicesOf("plan_large_seal", name, false)}
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
        <EntryText entry={entry} name="room" hint="empty: 20 °C" />
        <EntryText entry={entry} name="box" />
        <EntryText entry={entry} name="speed" hint="r/min" />
        <EntryText entry={entry} name="temperature" />
        <EntryText entry={entry} name="chamfer" />
        <EntryText entry={entry} name="angle" label="Its angle" hint="20° is the aim" />
        <EntryText entry={entry} name="cover" />
        <EntryText entry={entry} name="cover_source" words={["drawing"]} />
        <EntryText entry={entry} name="ring" hint="by tape; empty: not measured" />
        <EntryText entry={entry} name="seat" hint="empty: not measured" />
        <EntryText entry={entry} name="cover_screws" hint="empty: not counted" />
        <EntryText entry={entry} name="cover_screw" hint="M10; empty: the maker's torque" />
        {entry.text("cover_screw").trim() ? (
          <EntryText entry={entry} name="cover_grade" hint="8.8" />
        ) : null}
      </div>
      {entry.text("cover_screw").trim() ? (
        <ChoiceRow
          label="The cover's screws go in"
          value={finish}
          onChange={setFinish}
          options={choicesOf("plan_large_seal", "cover_finish", false)}
          problem={entry.problem("cover_finish")}
        />
      ) : null}
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
