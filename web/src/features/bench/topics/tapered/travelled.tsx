/** How far the ring went up its sleeve, by two lengths: whether the sleeve went along with the nut. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, TextField } from "../../../../ui";
import type { Refused, Tap } from "./parts";

const EMPTY = { before: "", after: "", tool: "depth micrometer" };

export function Travelled({ tap, refused }: { tap: Tap; refused: Refused }) {
  const [form, setForm] = useState(EMPTY);
  const set = (part: Partial<typeof EMPTY>) => setForm({ ...form, ...part });
  const problem = (name: string) =>
    refused?.command.kind === "look_at" ? refused.problem.at(name) : undefined;
  return (
    <details className="border-l-4 border-dye pl-3">
      <summary className="min-h-12 cursor-pointer py-3 text-sm font-bold">
        Or measured at the zero mark and now: thread end of the sleeve to the near face of the ring
      </summary>
      <div className="grid gap-3 pb-2 sm:grid-cols-2">
        {(["before", "after"] as const).map((name) => (
          <TextField
            key={name}
            label={name === "before" ? "At the zero mark" : "Now"}
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
            options={choicesOf("look_at", "tool", false)}
            problem={problem("tool")}
          />
        </div>
        <Button
          disabled={!form.before.trim() || !form.after.trim()}
          onClick={() =>
            tap({
              kind: "look_at",
              look: "sleeve_end",
              sleeve_before: form.before,
              sleeve_after: form.after,
              tool: form.tool as "depth micrometer",
            })
          }
        >
          Compare with the nut’s travel
        </Button>
      </div>
    </details>
  );
}
