/**
 * How far the ring went up its sleeve, by two lengths: whether the sleeve went along with the nut.
 */
import { useState } from "react";
import { Button } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { SleeveLengths, type Lengths } from "./sleeve-lengths";

const EMPTY: Lengths = { before: "", after: "", tool: "depth micrometer" };

/** `witness`: nothing is wrong; the window is narrow, and a second witness is worth having. */
export function Travelled(props: { tap: Tap; refused: Refused; witness?: boolean }) {
  const { tap, refused, witness = false } = props;
  const [form, setForm] = useState(EMPTY);
  return (
    <details className="border-l-4 border-dye pl-3">
      <summary className="min-h-12 cursor-pointer py-3 text-sm font-bold">
        {witness
          ? "A second witness in this narrow window: did the sleeve go along? Measured at the zero mark and now"
          : "Or measured at the zero mark and now: thread end of the sleeve to the near face of the ring"}
      </summary>
      <div className="grid gap-3 pb-2 sm:grid-cols-2">
        <SleeveLengths
          form={form}
          set={(part) => setForm({ ...form, ...part })}
          problem={(name) =>
            refused?.command.kind === "look_at" ? refused.problem.at(name) : undefined
          }
          labels={{ before: "At the zero mark", after: "Now" }}
          kind="look_at"
        />
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
