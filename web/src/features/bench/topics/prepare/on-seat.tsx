/** What is seen on a seat, how it is dressed, and what is done already. */
import type { Command } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { PrepareProps } from "./panel";

type Seen = Extract<Command, { kind: "see_on_seat" }>["seen"];
const WORDS: Record<Seen, string> = {
  nick: "Nick",
  rust: "Rust",
  fretting: "Fretting rust",
  groove: "Groove",
  keyway_edge: "Edge of a keyway",
  dirt: "Dirt",
  preservative: "Preservative on the new ring",
};

export function OnTheSeat({ work, tap, refused }: PrepareProps) {
  const entry = useEntry({ where: "" }, refused, "see_on_seat");
  return (
    <section aria-label="Seen on the seat">
      <h2 className="font-bold">Seen on the seat</h2>
      <div className="flex flex-wrap gap-2 py-2">
        {(Object.keys(WORDS) as Seen[]).map((seen) => (
          <Button
            key={seen}
            onClick={() => {
              tap({ kind: "see_on_seat", seen, where: entry.text("where") });
              entry.clear();
            }}
          >
            {WORDS[seen]}
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
              {WORDS[one.seen]} {one.where}{" "}
              <b>{one.dressed_by ? `dressed by ${one.dressed_by}` : "not dressed"}</b>
            </span>
            {one.dressed_by ? null : (
              <Button onClick={() => tap({ kind: "dress_seat", number: one.entry })}>
                Dressed<span className="sr-only">: {WORDS[one.seen]}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
