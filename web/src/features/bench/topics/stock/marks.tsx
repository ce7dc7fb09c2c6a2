/**
 * Marks before anything is loosened, bearing by bearing: words to tap where they are usual, text
 * where they are not.
 */
import { useState } from "react";
import type { Command } from "../../../../api";
import { Button, ChoiceRow, Say } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { StockProps } from "./panel";

type Mark = Extract<Command, { kind: "make_mark" }>["mark"];
const WORDS: Partial<Record<Mark, string[]>> = {
  fixed_or_floating: ["fixed, rings on both sides", "floating, no rings"],
  nut_side: ["towards the drive", "away from the drive"],
  rings_found: ["none", "one each side", "one, on the drive side"],
  shims: ["none"],
};

export function Marks({ work, tap, refused }: StockProps) {
  const [chosen, setChosen] = useState("");
  const entry = useEntry({ text: "" }, refused, "make_mark");
  const wanted = work.next_mark ? `${work.next_place} ${work.next_mark}` : "";
  const [place = "", mark = ""] = (
    chosen ||
    wanted ||
    `${work.places[0]?.id} position_on_base`
  ).split(" ");
  const now = work.marks.find((one) => one.place === place && one.mark === mark);
  const names = new Map(work.places.map((one) => [one.id, one.name]));
  return (
    <section aria-label="Marks">
      <h2 className="font-bold">Marks before dismantling</h2>
      <ChoiceRow
        label="Bearing"
        value={place}
        onChange={(id) => setChosen(`${id} ${mark}`)}
        options={work.places.map((one) => ({ value: one.id, label: one.name }))}
      />
      <div className="pt-2">
        <ChoiceRow
          label="What"
          value={mark}
          onChange={(what) => setChosen(`${place} ${what}`)}
          options={work.marks
            .filter((one) => one.place === place)
            .map((one) => ({
              value: one.mark,
              label: one.words,
              note: one.text ? "done" : one.needed ? "needed" : "",
            }))}
        />
      </div>
      <form
        className="space-y-3 pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "make_mark", place, mark: mark as Mark, text: entry.text("text") });
          entry.clear();
          setChosen("");
        }}
      >
        <EntryText
          entry={entry}
          name="text"
          label={`${names.get(place) ?? ""}: ${now?.words ?? ""}`}
          words={WORDS[mark as Mark] ?? []}
        />
        <Button kind="main" data-main type="submit" disabled={!entry.text("text").trim()}>
          Save
        </Button>
      </form>
      <ul className="pt-2 text-sm">
        {work.marks
          .filter((one) => one.text)
          .map((one) => (
            <li key={`${one.place}.${one.mark}`}>
              {names.get(one.place)}, {one.words}:{" "}
              <b>
                <Say>{one.text}</Say>
              </b>
            </li>
          ))}
      </ul>
    </section>
  );
}
