/** What is seen on a seat, how it is dressed, and what is done already. */
import { choicesOf, type Command } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { PrepareProps } from "./panel";

type Seen = Extract<Command, { kind: "see_on_seat" }>["seen"];
const SEEN = choicesOf("see_on_seat", "seen");
const upper = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
const wordsOf = (seen: Seen) => SEEN.find(({ value }) => value === seen)?.label ?? seen;

export function OnTheSeat({ work, tap, refused }: PrepareProps) {
  const entry = useEntry({ where: "" }, refused, "see_on_seat");
  return (
    <section aria-label="Seen on the seat">
      <h2 className="font-bold">Seen on the seat</h2>
      <div className="flex flex-wrap gap-2 py-2">
        {SEEN.map(({ value, label }) => (
          <Button
            key={value}
            onClick={() => {
              tap({ kind: "see_on_seat", seen: value as Seen, where: entry.text("where") });
              entry.clear();
            }}
          >
            {upper(label)}
          </Button>
        ))}
      </div>
      <EntryText entry={entry} name="where" label="Where (optional, before the tap)" />
      <ul className="pt-2">
        {work.seen.map((one) => (
          <li
            key={one.entry}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
          >
            <span>
              {upper(wordsOf(one.seen))} {one.where}{" "}
              <b>{one.dressed_by ? `dressed by ${one.dressed_by}` : "not dressed"}</b>
            </span>
            {one.dressed_by ? null : (
              <Button onClick={() => tap({ kind: "dress_seat", number: one.entry })}>
                Dressed<span className="sr-only">: {upper(wordsOf(one.seen))}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
