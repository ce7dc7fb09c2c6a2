/** What a round looks at there: the usual list, less what is left out, and what comes on top. */
import { Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Entry } from "../../use-entry";

export function LooksChosen(props: {
  usual: readonly string[];
  out: readonly string[];
  onOut: (out: string[]) => void;
  entry: Entry;
}) {
  const { usual, out, onOut, entry } = props;
  return (
    <details>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">What is looked at there</summary>
      {usual.map((look) => (
        <Tick
          key={look}
          label={look}
          checked={!out.includes(look)}
          onChange={(on) => onOut(on ? out.filter((one) => one !== look) : [...out, look])}
        />
      ))}
      <EntryText entry={entry} name="looks" label="And also (semicolons between)" />
      {usual.every((look) => out.includes(look)) && !entry.text("looks").trim() ? (
        <p role="status">
          △ Something is looked at at every stop: with nothing ticked the usual list stands.
        </p>
      ) : null}
    </details>
  );
}

/** The list as it is sent: nothing where it is the usual one. */
export function looksSaid(usual: readonly string[], out: readonly string[], also: string): string {
  const own = also
    .split(/[;\n]/)
    .map((look) => look.trim())
    .filter(Boolean);
  if (out.length === 0 && own.length === 0) return "";
  return [...usual.filter((look) => !out.includes(look)), ...own].join("\n");
}
