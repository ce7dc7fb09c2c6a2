/** One question with its answers to tap; any other question can be chosen, answered or not. */
import { useState } from "react";
import type { Question } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { Answers } from "./answers";
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
const groupOf = ({ by, at }: Question) =>
  by === "asked" ? "history" : (GROUPS[at[0] ?? ""] ?? "history");

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
                    {one.words}{" "}
                    <b className="text-ink no-underline">{answeredIn(one, said(one))}</b>
                  </span>
                </Button>
              </li>
            ))}
        </ul>
      ) : null}
    </section>
  );
}
