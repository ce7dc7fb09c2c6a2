/**
 * Typing in what was done on paper: who did it, when, and who says what was isolated; plain to see
 * while it lasts.
 */
import { useState } from "react";
import type { Command } from "../../api";
import { Button, TextField } from "../../ui";
import type { Tap } from "./parts";
import type { Paper } from "./use-paper";

export function PaperBar(props: {
  paper: Paper;
  onChange: (part: Partial<Paper>) => void;
  tap: Tap;
}) {
  const { paper, onChange, tap } = props;
  const [said, setSaid] = useState({ said_by: "", how: "" });
  if (!paper.on) {
    return (
      <Button kind="quiet" onClick={() => onChange({ on: true })}>
        It was done on paper: type it in
      </Button>
    );
  }
  return (
    <section className="sheet space-y-3 border-4 border-mark p-4" aria-label="Typed from paper">
      <h2 className="font-bold">Typed from paper: done before, not gated here</h2>
      <p className="text-sm">
        Each entry goes in with who did it and when. No gate is asked, and none is shown as passed.
        What is still to be done is done at the bench: put the paper away first.
      </p>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Done by, as the card says"
          value={paper.doneBy}
          onChange={(event) => onChange({ doneBy: event.target.value })}
        />
        <TextField
          label="Done at"
          type="datetime-local"
          value={paper.doneAt}
          onChange={(event) => onChange({ doneAt: event.target.value })}
        />
      </div>
      <form
        className="grid items-end gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "say_paper", ...said } as Command);
          setSaid({ said_by: "", how: "" });
        }}
      >
        <TextField
          label="Who says it was isolated and supported"
          value={said.said_by}
          onChange={(event) => setSaid({ ...said, said_by: event.target.value })}
        />
        <TextField
          label="What was locked, tried and supported"
          value={said.how}
          onChange={(event) => setSaid({ ...said, how: event.target.value })}
        />
        <Button type="submit" disabled={!said.said_by.trim() || !said.how.trim()}>
          Log who says so
        </Button>
      </form>
      <Button onClick={() => onChange({ on: false })}>Put the paper away</Button>
    </section>
  );
}
