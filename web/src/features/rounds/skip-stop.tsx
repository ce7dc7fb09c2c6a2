/** A stop that is skipped with a reason: it stays due. */
import type { Command } from "../../api";
import { Button, TextField } from "../../ui";
import type { Typed } from "./strokes";

export function SkipStop(props: { open: boolean; why: Typed; tap: (command: Command) => void }) {
  const { open, why, tap } = props;
  return (
    <details open={open}>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">Skip this stop</summary>
      <div className="space-y-3">
        <TextField label="Why" {...why} />
        <Button
          disabled={!why.value.trim()}
          onClick={() => tap({ kind: "skip_stop", reason: why.value })}
        >
          Skip it: it stays due
        </Button>
      </div>
    </details>
  );
}
