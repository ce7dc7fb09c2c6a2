/**
 * The grease hole: closed by a fitting or a plug with what each costs, and greased through it step
 * by step.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { InsertProps } from "./panel";

type Step = Extract<Command, { kind: "grease_through_hole" }>;
type Closed = Extract<Command, { kind: "close_hole" }>["closed"];
const NAMES: Record<Closed, string> = {
  new_fitting: "New fitting",
  plug: "Brass plug",
  old_fitting: "The old fitting stays",
};

export function CloseHole({ work, tap }: InsertProps) {
  const first: Closed = work.grit ? "plug" : "new_fitting";
  const order: Closed[] = work.grit
    ? ["plug", "new_fitting", "old_fitting"]
    : ["new_fitting", "plug", "old_fitting"];
  return (
    <ul className="space-y-3 pt-4">
      {order.map((closed) => (
        <li key={closed} className="flex flex-wrap items-center gap-3">
          <Button
            kind={closed === first ? "main" : closed === "old_fitting" ? "stop" : undefined}
            data-main={closed === first || undefined}
            onClick={() => tap({ kind: "close_hole", closed })}
          >
            {NAMES[closed]}
          </Button>
          <span className="text-soft">
            {work.closings.find((one) => one.closed === closed)?.cost}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** A greasing that nobody asks for: the insert came greased. */
export function GreaseIt(props: InsertProps) {
  const [open, setOpen] = useState(false);
  if (!props.work.plugged && open) return <Strokes {...props} />;
  return (
    <div className="pt-4">
      <Button
        onClick={() =>
          props.work.plugged
            ? props.tap({ kind: "grease_through_hole", step: "plug_out" })
            : setOpen(true)
        }
      >
        {props.work.plugged ? "Grease it: plug out, hole wiped" : "Grease it"}
      </Button>
    </div>
  );
}

export function HoleSteps(props: InsertProps) {
  const step = props.work.hole_step;
  if (step === "strokes") return <Strokes {...props} />;
  if (!step) return null;
  return (
    <div className="pt-4">
      <Button
        kind="main"
        data-main
        onClick={() => props.tap({ kind: "grease_through_hole", step })}
      >
        {step === "fitting_in" ? "The fitting is in" : "Fitting out, plug back"}
      </Button>
    </div>
  );
}

function Strokes({ tap, refused }: InsertProps) {
  const entry = useEntry({ strokes: "", most: "", most_by: "" }, refused, "grease_through_hole");
  const [push, setPush] = useState<NonNullable<Step["push"]>>("");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const typed = entry.values as { strokes: string; most: string; most_by: string };
        tap({ kind: "grease_through_hole", step: "strokes", push, ...typed });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="strokes" hint="2" />
        <EntryText entry={entry} name="most" hint="empty: it says nothing, two" />
        {entry.text("most").trim() ? <EntryText entry={entry} name="most_by" /> : null}
      </div>
      <ChoiceRow
        label="The gun pushes"
        value={push}
        onChange={(value) => setPush(value as typeof push)}
        options={choicesOf("grease_through_hole", "push", false)}
        problem={entry.problem("push")}
      />
      <Button kind="main" data-main type="submit" disabled={!entry.text("strokes").trim()}>
        Counted
      </Button>
    </form>
  );
}
