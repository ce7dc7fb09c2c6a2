/**
 * A form that goes with a tap: emptied once it is on its way, filled again with the reason when it
 * was refused.
 */
import { useState } from "react";
import type { ProblemField } from "../../api";
import type { Refused } from "./parts";

export type Values = Record<string, string>;

export function useEntry(empty: Values, refused: Refused, kind: string) {
  const [values, setValues] = useState<Values>(empty);
  const [seen, setSeen] = useState<Refused>(null);
  const mine = refused?.command.kind === kind ? refused : null;
  if (mine !== seen) {
    setSeen(mine);
    const sent = (mine?.command ?? {}) as Record<string, unknown>;
    const texts = Object.entries(sent).filter(
      ([name, value]) => name in empty && typeof value === "string",
    );
    if (mine) setValues((before) => ({ ...before, ...(Object.fromEntries(texts) as Values) }));
  }
  return {
    kind,
    values,
    text: (name: string) => values[name] ?? "",
    set: (name: string) => (value: string) => setValues((before) => ({ ...before, [name]: value })),
    clear: () => setValues(empty),
    problem: (name: string): ProblemField | undefined => mine?.problem.at(name),
    /** A refusal that names no field. */
    refusal: mine && mine.problem.fields.length === 0 ? mine.problem.detail : "",
  };
}

export type Entry = ReturnType<typeof useEntry>;
