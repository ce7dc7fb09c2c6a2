/**
 * A line of a form that goes with a tap, called as its command asks for it, and words to tap in
 * place of typing.
 */
import type { ReactNode } from "react";
import { asked } from "../../api";
import { Button, TextField } from "../../ui";
import type { Entry } from "./use-entry";

export function EntryText(props: {
  entry: Entry;
  name: string;
  /** Where this form calls it otherwise. */
  label?: string;
  hint?: ReactNode;
  words?: string[];
  /** Figures alone: a phone shows its keys for them. */
  figures?: boolean;
}) {
  const { entry, name, hint, words = [] } = props;
  const label = props.label ?? asked(entry.kind, name).label;
  return (
    <div>
      <TextField
        label={label}
        hint={hint}
        value={entry.text(name)}
        onChange={(event) => entry.set(name)(event.target.value)}
        problem={entry.problem(name)}
        onChoose={entry.set(name)}
        inputMode={props.figures ? "decimal" : undefined}
      />
      {words.length > 0 ? (
        <div
          className="flex flex-wrap gap-2 pt-2"
          role="group"
          aria-label={`${label}: words to tap`}
        >
          {words.map((word) => (
            <Button key={word} onClick={() => entry.set(name)(word)}>
              {word}
            </Button>
          ))}
        </div>
      ) : null}
    </div>
  );
}
