/**
 * Thread end of sleeve or shaft to the near face of the ring, before and after, and what it was
 * measured with.
 */
import { choicesOf, type Command, type ProblemField } from "../../../../api";
import { ChoiceRow, TextField } from "../../../../ui";

export interface Lengths {
  before: string;
  after: string;
  tool: string;
}

export function SleeveLengths(props: {
  form: Lengths;
  set: (part: Partial<Lengths>) => void;
  problem: (name: string) => ProblemField | undefined;
  labels: Record<"before" | "after", string>;
  kind: Extract<Command["kind"], "seat_nut" | "look_at">;
}) {
  const { form, set, problem, labels, kind } = props;
  return (
    <>
      {(["before", "after"] as const).map((name) => (
        <TextField
          key={name}
          label={labels[name]}
          value={form[name]}
          problem={problem(`sleeve_${name}`)}
          onChange={(event) => set({ [name]: event.target.value })}
          onChoose={(choice) => set({ [name]: choice })}
        />
      ))}
      <div className="sm:col-span-2">
        <ChoiceRow
          label="Measured with"
          value={form.tool}
          onChange={(tool) => set({ tool })}
          options={choicesOf(kind, "tool", false)}
          problem={problem("tool")}
        />
      </div>
    </>
  );
}
