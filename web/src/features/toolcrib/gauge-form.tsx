/** A gauge set typed in. */
import { useState } from "react";
import type { GaugeDraft, ProblemError } from "../../api";
import { Button, ChoiceRow, Say, TextField } from "../../ui";

export const EMPTY_GAUGE: GaugeDraft = { name: "", unit: "mm", leaves: "", checked_on: "" };

export function GaugeForm({
  first,
  change = false,
  onKeep,
}: {
  first: GaugeDraft;
  change?: boolean;
  onKeep: (gauge: GaugeDraft, reason: string) => Promise<ProblemError | null>;
}) {
  const [draft, setDraft] = useState(first);
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const text = (name: "name" | "leaves" | "checked_on", label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      value={draft[name]}
      problem={problem?.at(name)}
      onChange={(event) => setDraft({ ...draft, [name]: event.target.value })}
    />
  );
  return (
    <form
      className="grid gap-3 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void onKeep(draft, reason).then(setProblem);
      }}
    >
      {text("name", "Name of the set")}
      <ChoiceRow
        label="Its leaves are marked in"
        value={draft.unit ?? "mm"}
        onChange={(unit) => setDraft({ ...draft, unit })}
        options={[
          { value: "mm", label: "mm" },
          { value: "thou", label: "thousandths of an inch" },
        ]}
      />
      {text("leaves", "Leaves, split by blanks", "for example 0.03 0.04 0.05 0.06")}
      {text("checked_on", "Last checked (empty: never)", "year-month-day")}
      {change ? (
        <TextField
          label="Why it is changed"
          value={reason}
          placeholder="leaf 0.05 renewed"
          problem={problem?.at("reason")}
          onChange={(event) => setReason(event.target.value)}
        />
      ) : null}
      <Trouble problem={problem} />
      <div>
        <Button kind="main" type="submit">
          {change ? "Keep the changed set" : "Keep the set"}
        </Button>
      </div>
    </form>
  );
}

export function Trouble({ problem }: { problem: ProblemError | null }) {
  if (!problem) return null;
  return (
    <p role="alert" className="border-2 border-oxide px-3 py-2 font-bold text-oxide">
      ▲ <Say>{problem.detail}</Say> <span className="font-normal text-ink">Nothing was lost.</span>
    </p>
  );
}
