/**
 * The micrometer, spot by spot: on the seat, or in the bore of the new ring. A value that comes
 * again is one tap.
 */
import { useState } from "react";
import { Button, Say, length, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { PrepareProps } from "./panel";

const WORDS = {
  shaft: { region: "Micrometer readings", where: "Where on the seat", tool: "micrometer" },
  bore: { region: "Bore of the new ring", where: "Where in the bore", tool: "bore gauge" },
};

export function Reading({ work, tap, refused, what }: PrepareProps & { what: "shaft" | "bore" }) {
  const { units } = useSettings();
  const mine =
    refused?.command.kind === "read_seat" && refused.command.what === what ? refused : null;
  const entry = useEntry({ size: "" }, mine, "read_seat");
  const [chosen, setChosen] = useState<[number, number] | null>(null);
  const [spots, next, repeats] =
    what === "shaft"
      ? [work.shaft, work.next_shaft, work.repeats]
      : [work.bore, work.next_bore, work.repeats_bore];
  const [section, direction] = chosen ?? [next.section, next.direction];
  const spot = spots.find((one) => one.section === section && one.direction === direction);
  const words = WORDS[what];
  const main =
    what === "bore" ? work.asks === "read_bore" : work.asks === "read_seat" || work.asks === null;
  // A gauge types on before the answer is drawn, and a phone without a network gets none: the next
  // spot is the server's to say.
  const said =
    chosen || spot?.mm !== null ? { section, direction } : { section: null, direction: null };
  const read = (size: string) => {
    tap({ kind: "read_seat", what, ...said, size, shown: units === "mm" ? "mm" : "in" });
    entry.clear();
    setChosen(null);
  };
  return (
    <section aria-label={words.region}>
      {what === "bore" ? <h2 className="pb-1 font-bold">Bore of the new ring</h2> : null}
      <div role="group" aria-label={words.where} className="grid grid-cols-4 gap-2">
        {spots.map((one) => {
          const here = one.section === section && one.direction === direction;
          return (
            <button
              key={`${one.section}.${one.direction}`}
              type="button"
              aria-pressed={here}
              onClick={() => setChosen([one.section, one.direction])}
              className={`min-h-14 border-2 px-1 text-sm ${here ? "border-ink bg-mark text-on-mark" : "border-edge bg-sheet"}`}
            >
              <span className="block text-xs">
                {one.section}, {one.words}
              </span>
              <b>{one.mm === null ? "–" : length(one.mm, units, 3)}</b>
            </button>
          );
        })}
      </div>
      <form
        className="space-y-3 pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          read(entry.text("size"));
        }}
      >
        <EntryText
          entry={entry}
          name="size"
          label={`Section ${section}, ${spot?.words ?? ""}: ${words.tool}`}
        />
        {what === "shaft" && work.limits ? (
          <p className="text-lg">
            <Say>{work.limits}</Say>
          </p>
        ) : null}
        <div className="flex flex-wrap gap-3">
          <Button
            kind={main ? "main" : "plain"}
            data-main={main || undefined}
            type="submit"
            disabled={!entry.text("size").trim()}
          >
            Save reading{what === "bore" ? " of the bore" : ""}
          </Button>
          {repeats.map((mm) => (
            <Button key={mm} onClick={() => read(`${mm} mm`)}>
              Again {length(mm, units, 3)}
            </Button>
          ))}
        </div>
      </form>
    </section>
  );
}
