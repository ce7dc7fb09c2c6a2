/**
 * Looking at the old bearing: one question at a time, places on the unrolled rings, causes with
 * their reasons, parts.
 */
import type { LookWork } from "../../../../api";
import { Button } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { Ask } from "./ask";
import { Causes } from "./causes";
import { Conclude } from "./conclude";
import { FindingForm } from "./finding-form";
import { PartsJudged } from "./parts-judged";
import { Photographs } from "./photographs";
import { useBook } from "./use-book";

export interface LookProps {
  work: LookWork;
  tap: Tap;
  refused: Refused;
}

export function LookPanel(props: LookProps & { job: string }) {
  const { work, tap } = props;
  const { asks } = work;
  const { book, missing } = useBook();
  if (!book)
    return (
      <p className={`pt-4 ${missing ? "text-care" : "text-soft"}`}>
        {missing
          ? "△ The book of signs is not on this device. Note what you see, or wait for the network."
          : "Fetching the book of signs …"}
      </p>
    );
  const questions = book.questions.filter((one) => one.kinds?.includes(work.kind as never) ?? true);
  const parts = <PartsJudged key="parts" {...props} />;
  const conclude = (
    <Conclude key="conclude" {...props} causes={book.causes} next={asks === "conclude_look"} />
  );
  const judging = asks === "judge_part" || asks === "make_unusable";
  return (
    <div className="space-y-6 pt-4">
      {asks === "clean_parts" ? (
        <Button kind="main" data-main onClick={() => tap({ kind: "clean_parts" })}>
          Grease is bagged: cleaned and dry
        </Button>
      ) : null}
      {judging ? parts : <Ask key={work.next_question} {...props} questions={questions} />}
      <Causes work={work} questions={book.questions} classes={book.classes} />
      {judging ? null : conclude}
      {work.strips.length > 0 ? <FindingForm {...props} /> : null}
      <Photographs {...props} />
      {judging ? conclude : parts}
    </div>
  );
}
