/**
 * What holds the insert in its housing or lets it move there; the room on both sides where it
 * floats.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { UnitProps } from "./panel";

type By = Extract<Command, { kind: "find_float" }>["by"];

export function Float({ work, tap, refused }: UnitProps) {
  const { units } = useSettings();
  const entry = useEntry({ room_toward: "", room_away: "" }, refused, "find_float");
  const [by, setBy] = useState<By | "">("");
  const floats = by === "ring_outer" || by === "room";
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (!by) return;
        tap({
          kind: "find_float",
          by,
          room_toward: floats ? entry.text("room_toward") : "",
          room_away: floats ? entry.text("room_away") : "",
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <ChoiceRow
        label={`It should be ${work.floats_words}. Here it stands:`}
        value={by}
        onChange={(value) => setBy(value as By)}
        options={choicesOf("find_float", "by")}
      />
      {floats ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="room_toward" />
          <EntryText entry={entry} name="room_away" />
        </div>
      ) : null}
      <Button kind="main" data-main type="submit" disabled={!by}>
        Check it
      </Button>
    </form>
  );
}
