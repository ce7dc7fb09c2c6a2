/**
 * The answers to one question, to tap: one tap where one excludes the others, and how sure it is.
 */
import { useState } from "react";
import type { Question } from "../../../../api";
import { Button, ChoiceRow, Tick } from "../../../../ui";

type How = "seen" | "recorded" | "doubtful" | "not looked" | "destroyed";

export function Answers(props: {
  question: Question;
  before: string;
  asked: boolean;
  onSay: (letters: string, how: How) => void;
}) {
  const { question, before, asked, onSay } = props;
  const [letters, setLetters] = useState<string[]>([]);
  const [how, setHow] = useState<How>("seen");
  // What is asked of people was told, unless it stands written.
  const told = question.by === "asked";
  const toggle = (letter: string) => {
    const kept = letters.filter((other) => other !== letter);
    setLetters(letters.includes(letter) ? kept : [...kept, letter]);
  };
  // Where one answer excludes the others, one tap is enough.
  const atOnce = (letter: string) => !question.several || letter === question.none;
  return (
    <div>
      {asked ? null : <p className="pb-2 text-lg font-bold">{question.words}</p>}
      {before ? <p className="pb-2 text-sm text-soft">Said before: {before}.</p> : null}
      {told ? (
        <div className="pb-3">
          <ChoiceRow
            label="Who says so"
            value={how}
            onChange={(value) => setHow(value as How)}
            options={TOLD}
          />
        </div>
      ) : null}
      <div role="group" aria-label={question.words} className="grid gap-2 sm:grid-cols-2">
        {offered(question).map(([letter, words]) => {
          const on = letters.includes(letter);
          return (
            <Button
              key={letter}
              className={`!justify-start text-left ${on ? "border-4 font-bold" : ""}`}
              aria-pressed={atOnce(letter) ? undefined : on}
              onClick={() => (atOnce(letter) ? onSay(letter, how) : toggle(letter))}
            >
              {atOnce(letter) ? null : <span aria-hidden>{on ? "☑" : "☐"}</span>} {words}
            </Button>
          );
        })}
      </div>
      {told ? null : (
        <Tick
          label="Seen, but doubtful"
          checked={how === "doubtful"}
          onChange={(on) => setHow(on ? "doubtful" : "seen")}
        />
      )}
      <div className="flex flex-wrap gap-3 pt-1">
        {question.several ? (
          <Button
            kind="main"
            data-main
            disabled={letters.length === 0}
            onClick={() => onSay(letters.join(""), how)}
          >
            Save
          </Button>
        ) : null}
        <Button kind="quiet" onClick={() => onSay("", "not looked")}>
          Not looked
        </Button>
        <Button kind="quiet" onClick={() => onSay("", "destroyed")}>
          Evidence lost
        </Button>
      </div>
    </div>
  );
}

const TOLD = [
  { value: "seen", label: "told" },
  { value: "recorded", label: "by a record" },
  { value: "doubtful", label: "told, doubtful" },
];

/** Answers that can be given now; older ones stay readable where they were given. */
const offered = (question: Question) =>
  Object.entries(question.answers).filter(([letter]) => !question.older?.includes(letter));
