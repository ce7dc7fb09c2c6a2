/**
 * The book of signs: what is looked for at an old bearing, what it points to and how strongly, when
 * a part may go back.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type FailureBook, getFailureBook } from "../../api";
import { TextField } from "../../ui";
import { AllTables } from "./all-tables";
import { CauseCard } from "./cause-card";
import { SignTables } from "./sign-tables";

export function SignsPage() {
  const { data, isError } = useQuery({
    queryKey: ["failure-marks"],
    queryFn: getFailureBook,
    staleTime: Infinity,
  });
  const [wanted, setWanted] = useState("");
  if (isError && !data)
    return (
      <p className="sheet p-5">
        The book of signs cannot be fetched. Try again when the network is back.
      </p>
    );
  if (!data) return <p className="p-6">Fetching the book of signs …</p>;
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = data.causes.filter((cause) =>
    words.every((word) => searched(data, cause).includes(word)),
  );
  // What a sign speaks for stands before what it speaks against.
  const shown =
    words.length > 0
      ? found.toSorted((a, b) => weightOf(data, b, words) - weightOf(data, a, words))
      : found;
  return (
    <div className="mx-auto max-w-5xl space-y-5">
      <div>
        <AllTables />
        <h1 className="text-2xl font-bold">Signs on an old bearing</h1>
        <p>
          What is looked for, which cause it speaks for or against, and how strongly. The weights
          are trade opinion: common practice, no source. They order causes; they are no chances.
          Numbers of damage are those of ISO 15243, from memory: compare them with print before they
          are quoted.
        </p>
      </div>
      <div className="max-w-md">
        <TextField
          label="Find a sign or a cause"
          type="search"
          value={wanted}
          placeholder="flutes, rust, grease …"
          onChange={(event) => setWanted(event.target.value)}
        />
      </div>
      <section aria-label="Causes" className="space-y-3">
        <h2 className="text-xl font-bold">Causes</h2>
        <p className="text-sm text-soft" aria-live="polite">
          {shown.length} of {data.causes.length} causes
        </p>
        {shown.map((cause) => (
          <CauseCard
            key={cause.id}
            cause={cause}
            book={data}
            open={words.length > 0 && shown.length < 4}
          />
        ))}
      </section>
      <SignTables book={data} />
    </div>
  );
}

function searched(book: FailureBook, cause: FailureBook["causes"][number]) {
  const signs = cause.weighs
    .flatMap(({ marks }) => Object.keys(marks))
    .map((mark) => signWords(book, mark));
  return `${cause.words} ${cause.action} ${cause.iso.join(" ")} ${signs.join(" ")}`.toLowerCase();
}

/** How strongly the signs that were asked for speak for a cause: the strongest of them. */
function weightOf(book: FailureBook, cause: FailureBook["causes"][number], words: string[]) {
  const signs = cause.weighs.flatMap(({ marks }) => Object.entries(marks));
  const meant = signs.filter(([mark]) => {
    const text = signWords(book, mark).toLowerCase();
    return words.every((word) => text.includes(word));
  });
  return Math.max(-10, ...meant.map(([, weight]) => weight));
}

/** A sign in words, by its name: 10c. */
export function signWords(book: FailureBook, mark: string): string {
  const question = book.questions.find((one) => one.number === Number.parseInt(mark, 10));
  const letter = /[a-z]$/.exec(mark)?.[0];
  return question
    ? `${question.words} ${letter ? (question.answers[letter] ?? "") : ""}`.trim()
    : mark;
}
