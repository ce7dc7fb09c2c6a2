/** A form for one bearing of the shaft: which one, the lines to fill, and the tap. */
import { useState, type ReactNode } from "react";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry, type Values } from "../../use-entry";
import type { LineUpProps } from "./panel";

export interface Field {
  name: string;
  label: string;
  hint?: ReactNode;
  words?: string[];
  /** May stay empty. */
  open?: boolean;
}

export function PlaceForm(
  props: LineUpProps & {
    kind: string;
    fields: Field[];
    action: string;
    /** The bearing is not asked for. */
    shaft?: boolean;
    first?: string;
    /** Something beside the lines is still to be said. */
    unready?: boolean;
    children?: ReactNode;
    onSend: (place: string, values: Values, shown: "mm" | "in") => void;
  },
) {
  const {
    work,
    refused,
    kind,
    fields,
    action,
    shaft = false,
    first,
    unready = false,
    children,
    onSend,
  } = props;
  const { units } = useSettings();
  const [place, setPlace] = useState(first || work.drawing.bearings[0]?.id || "");
  const entry = useEntry(
    Object.fromEntries(fields.map((field) => [field.name, ""])),
    refused,
    kind,
  );
  const ready = !unready && fields.every((field) => field.open || entry.text(field.name).trim());
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSend(place, entry.values, units === "mm" ? "mm" : "in");
        entry.clear();
      }}
    >
      {shaft ? null : (
        <ChoiceRow
          label="Bearing"
          value={place}
          onChange={setPlace}
          options={work.drawing.bearings.map((one) => ({ value: one.id, label: one.name }))}
        />
      )}
      {fields.map((field) => (
        <EntryText key={field.name} entry={entry} {...field} />
      ))}
      {children}
      {entry.refusal ? <p className="text-oxide">▲ {entry.refusal}</p> : null}
      <Button kind="main" data-main type="submit" disabled={!ready}>
        {action}
      </Button>
    </form>
  );
}
