/** One question with its answers to tap; any other question can be chosen, answered or not. */
import { useState } from "react";
import type { Question } from "../../../../api";
import { Button, ChoiceRow, Tick } from "../../../../ui";
import type { LookProps } from "./panel";
import { answeredIn } from "./use-book";

const GROUPS: Record<string, string> = {
  grease: "grease",
  inner: "rings",
  outer: "rings",
  rollers: "rollers",
  cage: "cage",
  bore: "seats",
  outside: "seats",
  housing: "housing",
  seal: "seal",
  stud: "stud",
  history: "history",
};
const groupOf = ({ by, at }: Question) => (by === "asked" ? "history" : (GROUPS[at[0] ?? ""] ?? "history"));

export function Ask({ work, tap, refused, questions }: LookProps & { questions: Question[] }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [listed, setListed] = useState("");
  const number = chosen ?? work.next_question;
  const question = questions.find((one) => one.number === number);
  const problem = refused?.command.kind === "see_mark" ? refused.problem : null;
  const groups = [...new Set(questions.map(groupOf))];
  const said = (one: Question) => work.answers.find((answer) => answer.question === one.number);
  return (
    <section aria-label="What is seen">
      {question ? (
        <Answers
          key={question.number}
          question={question}
          before={answeredIn(question, said(question))}
          asked={question.number === work.next_question}
          onSay={(letters, how) => {
            tap({ kind: "see_mark", question: question.number, letters, how });
            setChosen(null);
          }}
        />
      ) : null}
      {problem ? <p className="pt-2 font-bold text-oxide">▲ {problem.message}</p> : null}
      <div className="pt-4">
        <ChoiceRow
          label={`Look at something else (${work.answers.length} answered)`}
          value={listed}
          onChange={(group) => setListed(group === listed ? "" : group)}
          options={groups.map((group) => ({ value: group, label: group }))}
        />
      </div>
      {listed ? (
        <ul className="pt-2" aria-label={`Questions: ${listed}`}>
          {questions
            .filter((one) => groupOf(one) === listed)
            .map((one) => (
              <li key={one.number} className="border-b border-rule last:border-b-0">
                <Button
                  kind="quiet"
                  className="w-full !justify-start text-left"
                  onClick={() => setChosen(one.number)}
                >
                  <span>
                    {one.words} <b className="text-ink no-underline">{answeredIn(one, said(one))}</b>
                  </span>
                </Button>
              </li>
            ))}
        </ul>
      ) : null}
    </section>
  );
}

type How = "seen" | "doubtful" | "not looked" | "destroyed";

function Answers(props: {
  question: Question;
  before: string;
  asked: boolean;
  onSay: (letters: string, how: How) => void;
}) {
  const { question, before, asked, onSay } = props;
  const [letters, setLetters] = useState<string[]>([]);
  const [doubtful, setDoubtful] = useState(false);
  const how = doubtful ? "doubtful" : "seen";
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
      <div role="group" aria-label={question.words} className="grid gap-2 sm:grid-cols-2">
        {Object.entries(question.answers).map(([letter, words]) => {
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
      <Tick label="Seen, but doubtful" checked={doubtful} onChange={setDoubtful} />
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
