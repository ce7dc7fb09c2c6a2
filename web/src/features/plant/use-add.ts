/**
 * A small form that adds one thing: what was typed, what was refused, and empty again once it is
 * taken.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { ProblemError, send } from "../../api";
import { focusWrong } from "../../ui";

export function useAdd(address: string, blank: Record<string, string>) {
  const queries = useQueryClient();
  const [texts, setTexts] = useState(blank);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [busy, setBusy] = useState(false);
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    setBusy(true);
    try {
      await send(address, texts);
      setTexts(blank);
      setProblem(null);
      await Promise.all(
        ["choices", "people"].map((key) => queries.invalidateQueries({ queryKey: [key] })),
      );
      form.querySelector("input")?.focus();
    } catch (error) {
      setProblem(
        error instanceof ProblemError
          ? error
          : new ProblemError(0, "", "No answer: nothing was kept. Try again.", []),
      );
      focusWrong(form);
    } finally {
      setBusy(false);
    }
  };
  const field = (name: string) => ({
    value: texts[name] ?? "",
    problem: problem?.at(name),
    onChange: (event: { target: { value: string } }) =>
      setTexts((now) => ({ ...now, [name]: event.target.value })),
  });
  const set = (name: string) => (value: string) => setTexts((now) => ({ ...now, [name]: value }));
  return {
    add,
    field,
    set,
    texts,
    busy,
    away: problem && problem.fields.length === 0 ? problem.detail : "",
  };
}
