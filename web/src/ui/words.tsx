/**
 * The words of the trade that stand on the screens, and the way from a word's use to its meaning.
 */
import { Link } from "react-router";
import words from "../../../data/guide/words.json";

export interface Word {
  id: string;
  word: string;
  meaning: string;
  picture?: string;
}

export const WORDS: Word[] = words;

/**
 * The words that a text uses, in the order of the list; a word inside another one counts as the
 * other one.
 */
export function wordsIn(text: string): Word[] {
  const said = text.toLowerCase();
  return WORDS.filter(({ word, id }) =>
    [word, id.replaceAll("-", " ")].some((one) =>
      new RegExp(`(?<![a-z])(?:${one.replaceAll(" and ", "|")})(?![a-z])`).test(said),
    ),
  );
}

/** What words here mean: a quiet line of links. */
export function WordsHere({ text }: { text: string }) {
  const here = wordsIn(text);
  if (here.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 pt-2 text-sm text-soft">
      <span>Words:</span>
      {here.map(({ id, word }) => (
        <Link
          key={id}
          to={`/words#${id}`}
          className="inline-flex min-h-11 items-center text-dye underline"
        >
          {word}
        </Link>
      ))}
    </p>
  );
}
