/**
 * Text of a field that goes with a tap: empty once it is on its way, back again with the reason
 * when it was refused.
 */
import { useState } from "react";
import type { ProblemField } from "../../../../api";
import type { Refused } from "./parts";

export function useTyped(refused: Refused, kind: string, field: "leaf" | "amount") {
  const [text, setText] = useState("");
  const [seen, setSeen] = useState<Refused>(null);
  const mine = refused?.command.kind === kind ? refused : null;
  if (mine !== seen) {
    setSeen(mine);
    const sent = mine
      ? (mine.command as Partial<Record<"leaf" | "amount", string>>)[field]
      : undefined;
    if (sent) setText(sent);
  }
  const problem: ProblemField | undefined = mine?.problem.at(field);
  return { text, setText, problem };
}
