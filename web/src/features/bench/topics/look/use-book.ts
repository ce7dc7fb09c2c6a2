/**
 * What is asked, and what points to what: the same for every job, fetched once and kept on the
 * device.
 */
import { useQuery } from "@tanstack/react-query";
import { getFailureBook, type LookWork, type Question } from "../../../../api";

export function useBook() {
  const { data, isError } = useQuery({
    queryKey: ["failure-marks"],
    queryFn: getFailureBook,
    staleTime: Infinity,
  });
  return { book: data, missing: isError && !data };
}

/** An answer in words, by its name: 10c. */
export function wordsOf(questions: Question[], mark: string): string {
  const question = questions.find((one) => one.number === Number.parseInt(mark, 10));
  return question?.answers[mark.slice(-1)] ?? mark;
}

const NOTED: Record<string, string> = { doubtful: " (doubtful)", recorded: " (by a record)" };

type Answer = LookWork["answers"][number];

/** What was said to a question, in words; empty when nothing was. */
export function answeredIn(question: Question, answer: Answer | undefined): string {
  if (!answer) return "";
  if (answer.letters.length === 0) return answer.how;
  const words = answer.letters.map((letter) => question.answers[letter] ?? letter).join(" and ");
  return `${words}${NOTED[answer.how] ?? ""}${answer.measured ? " (from what is marked)" : ""}`;
}
