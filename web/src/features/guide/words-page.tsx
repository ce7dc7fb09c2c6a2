/**
 * Words of the trade as the screens use them, each with its drawing. Shipped with the app: it needs
 * no network.
 */
import { useEffect } from "react";
import { useLocation } from "react-router";
import { Picture } from "../../drawing";
import { WORDS } from "../../ui";

export function WordsPage() {
  const { hash } = useLocation();
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView({ block: "start" });
  }, [hash]);
  return (
    <div className="mx-auto max-w-4xl space-y-3">
      <h1 className="text-2xl font-bold">Words</h1>
      <dl className="space-y-3">
        {WORDS.map(({ id, word, meaning, picture }) => (
          <div
            key={id}
            id={id}
            className="sheet flex scroll-mt-3 flex-wrap items-start gap-4 p-4 target:border-2 target:border-ink"
          >
            <div className="min-w-0 flex-1 basis-72">
              <dt className="text-lg font-bold first-letter:uppercase">{word}</dt>
              <dd>{meaning}</dd>
            </div>
            {picture ? <Picture name={picture} /> : null}
          </div>
        ))}
      </dl>
    </div>
  );
}
