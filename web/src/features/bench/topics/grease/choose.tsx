/**
 * What goes in: grease with its thickener and what was there before, or oil; κ where oil, speed and
 * warmth are known.
 */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, SelectField } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { GreaseProps } from "./panel";

export function Choose({ work, tap, refused }: GreaseProps) {
  const entry = useEntry(
    { name: "", thickener: "", old: "", oil: "", speed: "", temperature: "", text: "" },
    refused,
    "choose_lubricant",
  );
  const [lubricant, setLubricant] = useState<"grease" | "oil">(
    work.kind === "oil" ? "oil" : "grease",
  );
  const names = [...work.thickeners, "unknown"];
  return (
    <>
      <form
        className="space-y-3 pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          const { name, thickener, old, oil, speed, temperature } = entry.values as Record<
            string,
            string
          >;
          const greased = lubricant === "grease";
          tap({
            kind: "choose_lubricant",
            lubricant,
            name: name ?? "",
            thickener: greased ? thickener : "",
            old: greased ? old : "",
            oil,
            speed,
            temperature,
          });
        }}
      >
        <ChoiceRow
          label="It is lubricated with"
          value={lubricant}
          onChange={(value) => setLubricant(value as "grease" | "oil")}
          options={choicesOf("choose_lubricant", "lubricant")}
        />
        <EntryText entry={entry} name="name" label="Name and number on the tin" />
        {lubricant === "grease" ? (
          <div className="grid gap-3 sm:grid-cols-2">
            <SelectField
              label="Its thickener"
              value={entry.text("thickener")}
              onChange={(event) => entry.set("thickener")(event.target.value)}
              problem={entry.problem("thickener")}
            >
              <option value="">choose …</option>
              {names.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </SelectField>
            <SelectField
              label="What was in there"
              value={entry.text("old")}
              onChange={(event) => entry.set("old")(event.target.value)}
              problem={entry.problem("old")}
            >
              <option value="">choose …</option>
              <option value="clean">nothing: cleaned out, new bearing</option>
              {names.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </SelectField>
          </div>
        ) : null}
        <div className="grid gap-3 sm:grid-cols-3">
          <EntryText
            entry={entry}
            name="oil"
            label="Its oil: grade, or mm²/s"
            hint="VG 220, or 220 / 19"
          />
          <EntryText entry={entry} name="speed" label="Speed" hint="r/min" />
          <EntryText
            entry={entry}
            name="temperature"
            label="Housing when running"
            hint="°C or °F"
          />
        </div>
        <Button kind="main" data-main type="submit" disabled={!entry.text("name").trim()}>
          This goes in
        </Button>
      </form>
      <details className="pt-3">
        <summary className="min-h-12 cursor-pointer py-3 font-bold">Pre-greased</summary>
        <div className="space-y-3">
          <EntryText
            entry={entry}
            name="text"
            label="By whom, how full"
            words={["by its maker, 30 to 40 % full", "greased for life"]}
          />
          <Button
            disabled={!entry.text("text").trim()}
            onClick={() => tap({ kind: "leave_as_made", text: entry.text("text") })}
          >
            Nothing goes in now
          </Button>
        </div>
      </details>
    </>
  );
}
