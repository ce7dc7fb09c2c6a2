/**
 * The nut turned back: another zero, driven too far, or it will not slide; then it begins again.
 */
import { useState } from "react";
import { Button, TextField } from "../../../../ui";
import type { AdapterProps } from "./panel";

export function Back({ tap, quiet = false }: AdapterProps & { quiet?: boolean }) {
  const [reason, setReason] = useState("");
  const form = (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "back_unit_nut", reason });
      }}
    >
      <TextField
        label="Why the nut goes back"
        hint="another zero, turned too far"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button
        kind={quiet ? undefined : "main"}
        data-main={quiet ? undefined : true}
        type="submit"
        disabled={!reason.trim()}
      >
        Nut is back, begin again
      </Button>
    </form>
  );
  if (!quiet) return form;
  return (
    <details className="pt-4">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        Turn the nut back and begin again
      </summary>
      {form}
    </details>
  );
}
