/**
 * How every field of a command is asked for: what it is called, what can be chosen, an example.
 * Made from the commands themselves.
 */
import made from "./asked.generated.json";
import type { Command } from "./types";

export interface Asked {
  label: string;
  family: string;
  choices?: { value: string; words: string }[];
  example?: string;
  /** What it means to leave it open. */
  empty?: string;
  /** It names the thing itself: a correction stays at it. */
  stays?: boolean;
  /** Open is said by null, not by an empty text. */
  none?: boolean;
}

const ASKED: Record<string, Record<string, Asked>> = made;

/** All that is asked for a kind of command, by field. */
export const allAsked = (kind: string): Record<string, Asked> => ASKED[kind] ?? {};

/** How one field is asked for. */
export function asked(kind: string, name: string): Asked {
  const found = ASKED[kind]?.[name];
  if (!found) throw new Error(`nobody asks for ${kind}.${name}`);
  return found;
}

/** Its choices, as a row shows them; without the open one where a form has no use for it. */
export const choicesOf = (kind: Command["kind"], name: string, open = true) =>
  (asked(kind, name).choices ?? [])
    .filter(({ value }) => open || value !== "")
    .map(({ value, words }) => ({ value, label: words }));
