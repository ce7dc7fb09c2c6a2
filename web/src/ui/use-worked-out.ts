/**
 * Worked out by the server while somebody types. A figure stands for what is typed now: one of what
 * was typed before is marked as that, and goes when no answer comes or an entry is refused.
 */
import { useEffect, useState } from "react";
import { AwayError, ProblemError, steadily } from "../api";

const WAIT_MS = 350;
/** The network is not always announced when it comes back. */
const AGAIN_MS = 5_000;

export interface WorkedOut<A> {
  answer: A | null;
  /** The answer is of what was typed before. */
  earlier: boolean;
  /** What is wrong with an entry, or still to give; it stays until there is another answer. */
  problem: ProblemError | null;
  /** No answer came for what is typed now; it is asked for again. */
  away: boolean;
}

const NOTHING = { answer: null, earlier: false, problem: null, away: false };

/** What `work` gives for `given`, as soon as enough is given that anything follows from it. */
export function useWorkedOut<G, A>(
  given: G,
  enough: boolean,
  work: (given: G) => Promise<A>,
): WorkedOut<A> {
  const typed = JSON.stringify(given);
  const [last, setLast] = useState<WorkedOut<A> & { of: string }>({ ...NOTHING, of: "" });
  const [again, setAgain] = useState(0);
  const waits = enough && last.away;
  useEffect(() => {
    if (!enough) return;
    let wanted = true;
    const show = (found: Partial<WorkedOut<A>>) => {
      if (!wanted) return;
      // What comes while a finger is down waits: it would shift what is under it.
      steadily(() => {
        if (wanted) setLast({ ...NOTHING, ...found, of: typed });
      });
    };
    const timer = window.setTimeout(() => {
      work(JSON.parse(typed) as G).then(
        (answer) => show({ answer }),
        (error: unknown) =>
          show({
            problem: error instanceof ProblemError ? error : null,
            away: error instanceof AwayError,
          }),
      );
    }, WAIT_MS);
    return () => {
      wanted = false;
      window.clearTimeout(timer);
    };
    // `work` is of the page, and what it works with is all in what is typed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [typed, enough, again]);
  useEffect(() => {
    if (!waits) return;
    const ask = () => setAgain((count) => count + 1);
    const timer = window.setInterval(ask, AGAIN_MS);
    window.addEventListener("online", ask);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", ask);
    };
  }, [waits]);
  if (!enough) return NOTHING;
  const { of, ...found } = last;
  return { ...found, earlier: of !== typed && found.answer !== null };
}
