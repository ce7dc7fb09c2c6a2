/** A gauge set typed in. */
import { useState } from "react";
import type { GaugeDraft, ProblemError } from "../../api";
import { FormEnd, ChoiceRow, TextField, alsoMeant, meantBut } from "../../ui";

export const EMPTY_GAUGE: GaugeDraft = {
  name: "",
  unit: "mm",
  leaves: "",
  checked_on: "",
  measured: "",
};

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
  const text = (
    name: "name" | "leaves" | "checked_on" | "measured",
    label: string,
    hint?: string,
  ) => (
    <TextField
      label={label}
      hint={hint}
      value={draft[name]}
      problem={problem?.at(name)}
      onChange={(event) =>
        setDraft({ ...draft, [name]: event.target.value, meant: meantBut(draft.meant, name) })
      }
      onChoose={(value) =>
        setDraft({ ...draft, [name]: value, meant: meantBut(draft.meant, name) })
      }
      onMeant={() => setDraft({ ...draft, meant: alsoMeant(draft.meant, name) })}
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
      {text(
        "measured",
        "Measured by micrometer (empty: not)",
        "each feeler in the same order, for example 0.0304 0.0398 0.0511 0.0602",
      )}
      {text("checked_on", "Last checked (empty: never)", "year-month-day")}
      <FormEnd
        change={change}
        what="set"
        example="feeler 0.05 renewed"
        reason={reason}
        onReason={setReason}
        problem={problem}
      />
    </form>
  );
}
