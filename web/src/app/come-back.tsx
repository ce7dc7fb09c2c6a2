/**
 * Back from the site's own sign-on: what it sent along is handed to the server, and the page goes
 * on where it was left.
 */
import { useEffect, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { ProblemError, comeBack, leftAt } from "../api";

/** An answer counts once, however often the page is drawn. */
const sent = new Map<string, Promise<unknown>>();

export function ComeBack() {
  const [came] = useSearchParams();
  const [trouble, setTrouble] = useState("");
  const go = useNavigate();
  const code = came.get("code") ?? "";
  const state = came.get("state") ?? "";
  const refused = came.get("error") ?? "";
  useEffect(() => {
    if (!code || !state) return;
    const asked = sent.get(state) ?? comeBack(code, state);
    sent.set(state, asked);
    asked.then(
      () => go(leftAt(), { replace: true }),
      (error: unknown) =>
        setTrouble(error instanceof ProblemError ? error.detail : "No answer from the server."),
    );
  }, [code, state, go]);
  const said =
    trouble ||
    (refused
      ? `The sign-on sent you back without its word: ${refused}.`
      : code
        ? ""
        : "Nothing came back.");
  return (
    <section className="sheet mx-auto max-w-xl space-y-3 p-5" aria-labelledby="come-back">
      <h1 id="come-back" className="text-2xl font-bold">
        {said ? "Not signed in" : "Signing in …"}
      </h1>
      {said ? (
        <>
          <p role="alert" className="font-bold text-oxide">
            ▲ {said}
          </p>
          <Link to="/" replace className="inline-flex min-h-12 items-center text-dye underline">
            Back to where people sign in
          </Link>
        </>
      ) : null}
    </section>
  );
}
