/**
 * One reading: at which bearing, how warm and read by what, what is heard, vibration; later ones
 * with their minutes.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { RunProps } from "./panel";

type Read = Extract<Command, { kind: "read_warmth" }>;
const HINTS: Record<Read["by"], string> = {
  thermometer: "62 °C",
  sensor: "62 °C",
  strip: "between two fields: 60-65",
  crayon: "<75 it did not melt, >60 it did",
};

export function Reading({ work, tap, refused, more = false }: RunProps & { more?: boolean }) {
  const entry = useEntry(
    { temperature: "", ambient: "", vibration: "", after: "", text: "" },
    refused,
    "read_warmth",
  );
  const least = [...work.bearings].sort((a, b) => a.readings.length - b.readings.length)[0];
  const [chosen, setPlace] = useState("");
  const [by, setBy] = useState<Read["by"]>("thermometer");
  const [noise, setNoise] = useState<Read["noise"]>("even");
  const place = chosen || least?.place || "";
  const send = () => {
    const { temperature, ambient, vibration, after } = entry.values as Record<string, string>;
    tap({
      kind: "read_warmth",
      place,
      temperature: temperature ?? "",
      by,
      noise,
      ambient,
      vibration,
      after,
    });
    entry.clear();
    setPlace("");
  };
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      {work.bearings.length > 1 ? (
        <ChoiceRow
          label="Bearing"
          value={place}
          onChange={setPlace}
          options={work.bearings.map((bearing) => ({ value: bearing.place, label: bearing.name }))}
        />
      ) : null}
      <EntryText entry={entry} name="temperature" label="Housing" hint={HINTS[by]} />
      <ChoiceRow
        label="Read by"
        value={by}
        onChange={(value) => setBy(value as Read["by"])}
        options={choicesOf("read_warmth", "by")}
      />
      <ChoiceRow
        label="Heard"
        value={noise}
        onChange={(value) => setNoise(value as Read["noise"])}
        options={choicesOf("read_warmth", "noise")}
      />
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText
          entry={entry}
          name="ambient"
          label="Around the machine"
          hint="°C; empty: as before"
        />
        <EntryText
          entry={entry}
          name="vibration"
          label="Vibration"
          hint="mm/s; empty: not measured"
        />
        <EntryText entry={entry} name="after" label="Minutes after the start" hint="empty: now" />
      </div>
      <Button
        kind={more ? "plain" : "main"}
        data-main={!more || undefined}
        type="submit"
        disabled={!entry.text("temperature").trim()}
      >
        {more ? "One more reading" : "Save reading"}
      </Button>
      <details>
        <summary className="min-h-12 cursor-pointer py-3 font-bold">Greased while it runs</summary>
        <div className="space-y-3">
          <EntryText
            entry={entry}
            name="text"
            label="How much, through which fitting"
            words={["5 strokes", "10 strokes"]}
          />
          <Button
            disabled={!entry.text("text").trim()}
            onClick={() =>
              tap({
                kind: "grease_running",
                place,
                text: entry.text("text"),
                after: entry.text("after"),
              })
            }
          >
            Fresh grease is in
          </Button>
        </div>
      </details>
    </form>
  );
}
