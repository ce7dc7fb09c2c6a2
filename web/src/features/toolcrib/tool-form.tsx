/** A gun or a wrench typed in: its fields one below the other. */
import { useState } from "react";
import type { ProblemError } from "../../api";
import { FormEnd, TextField, alsoMeant, meantBut } from "../../ui";

export interface ToolField<Draft> {
  name: keyof Draft & string;
  label: string;
  hint?: string;
}

export function ToolForm<
  Draft extends { [name in keyof Draft]?: string } & { meant?: string },
>(props: {
  first: Draft;
  fields: readonly ToolField<Draft>[];
  what: string;
  example: string;
  change?: boolean;
  onKeep: (draft: Draft, reason: string) => Promise<ProblemError | null>;
}) {
  const { fields, what, example, change = false, onKeep } = props;
  const [draft, setDraft] = useState(props.first);
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const set = (name: string, value: string) =>
    setDraft({ ...draft, [name]: value, meant: meantBut(draft.meant, name) });
  return (
    <form
      className="grid gap-3 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void onKeep(draft, reason).then(setProblem);
      }}
    >
      {fields.map(({ name, label, hint }) => (
        <TextField
          key={name}
          label={label}
          hint={hint}
          value={draft[name] ?? ""}
          problem={problem?.at(name)}
          onChange={(event) => set(name, event.target.value)}
          onChoose={(value) => set(name, value)}
          onMeant={() => setDraft({ ...draft, meant: alsoMeant(draft.meant, name) })}
        />
      ))}
      <FormEnd
        change={change}
        what={what}
        example={example}
        reason={reason}
        onReason={setReason}
        problem={problem}
      />
    </form>
  );
}
