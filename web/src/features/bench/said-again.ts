/**
 * An entry said again: its fields as they are shown to be changed, and the command that they make.
 */
import { allAsked, type Asked, type Command, type LogLine } from "../../api";
import { lengthsIn, type Units } from "../../ui";

type Correct = Extract<Command, { kind: "correct" }>;
export type Entry = NonNullable<Correct["entry"]>;
export type Said = Record<string, string>;
type Kept = LogLine["said"][string];

/** What can be said again: which command, and its fields as they stand. */
export type Sayable = Pick<LogLine, "says" | "said">;

/** The fields that may be changed, in the order in which they were asked. */
export function changeable({ says, said }: Sayable): [string, Asked][] {
  const asked = allAsked(says);
  return Object.keys(said).flatMap((name) => {
    const field = asked[name];
    return field && !field.stays ? [[name, field] as [string, Asked]] : [];
  });
}

/** How a field begins: as it was said, lengths in the reader's units. */
export function begun(kept: Kept | undefined, field: Asked, units: Units): string {
  if (kept === null || kept === undefined) return "";
  if (typeof kept === "boolean") return kept ? "yes" : "";
  return field.family === "length" ? lengthsIn(String(kept), units) : String(kept);
}

/**
 * The command that says the entry again: what was not touched goes as it was kept, to the last
 * digit.
 */
export function saidAgain(line: Sayable, said: Said, units: Units): Entry {
  const asked = allAsked(line.says);
  const fields = Object.entries(line.said).map(([name, kept]) => {
    const field = asked[name];
    const text = said[name];
    const same = !field || text === undefined || text === begun(kept, field, units);
    return [name, same ? kept : sent(text, kept, field)];
  });
  const shown = { shown: units === "mm" ? "mm" : "in" };
  const measured = Object.values(asked).some(
    ({ family }) => family === "length" || family === "turn",
  );
  return {
    kind: line.says,
    ...(Object.fromEntries(fields) as object),
    ...(measured ? shown : {}),
  } as Entry;
}

function sent(text: string, kept: Kept, field: Asked): Kept {
  if (typeof kept === "boolean") return text === "yes";
  if (field.none && !text.trim()) return null;
  return typeof kept === "number" || (field.none && field.family === "count") ? Number(text) : text;
}
