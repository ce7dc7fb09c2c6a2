/** What was wrong, in the server's words. */
import type { ProblemError } from "../api";

export function Problem({ of }: { of: ProblemError | null }) {
  if (!of) return null;
  return (
    <p role="alert" className="border-2 border-oxide px-3 py-2 font-bold text-oxide">
      ▲ {of.detail}
    </p>
  );
}
