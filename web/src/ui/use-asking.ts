/** Something is asked of the server by a press: busy meanwhile, and what was wrong afterwards. */
import { useState } from "react";
import { ProblemError } from "../api";

export function useAsking() {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const ask = (doing: () => Promise<unknown>, done?: () => void) => {
    setBusy(true);
    setProblem(null);
    doing()
      .then(() => done?.())
      .catch((error: unknown) =>
        setProblem(
          error instanceof ProblemError
            ? error
            : new ProblemError(
                0,
                "No answer",
                "The server does not answer now. Nothing was lost.",
                [],
              ),
        ),
      )
      .finally(() => setBusy(false));
  };
  return { busy, problem, ask, clear: () => setProblem(null) };
}
