/** Which bearing is there: its number where a table has it, else its sizes and what rolls in it. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { CareProps } from "./panel";

export function WhichBearing({ tap, refused }: CareProps) {
  const { units } = useSettings();
  const entry = useEntry(
    { designation: "", bore: "", outside: "", width: "" },
    refused,
    "say_bearing",
  );
  const [design, setDesign] = useState("");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const { designation, bore, outside, width } = entry.values as Record<string, string>;
        const shown = units === "mm" ? "mm" : "in";
        tap({
          kind: "say_bearing",
          designation: designation ?? "",
          bore,
          outside,
          width,
          design,
          shown,
        });
      }}
    >
      <EntryText entry={entry} name="designation" />
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText entry={entry} name="bore" hint="empty: by its number" />
        <EntryText entry={entry} name="outside" />
        <EntryText entry={entry} name="width" />
      </div>
      {entry.text("bore").trim() ? (
        <ChoiceRow
          label="In it roll"
          value={design}
          onChange={setDesign}
          options={choicesOf("say_bearing", "design", false)}
          problem={entry.problem("design")}
        />
      ) : null}
      <Button kind="main" data-main type="submit" disabled={!entry.text("designation").trim()}>
        This one
      </Button>
    </form>
  );
}
