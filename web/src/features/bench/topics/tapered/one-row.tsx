/** Only one row was gauged: who says that the other one cannot be reached, and why. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, NamedReason } from "../../../../ui";
import type { Tap } from "./parts";

export function OneRow({ work, tap }: { work: Tapered; tap: Tap }) {
  const [open, setOpen] = useState(false);
  if (!work.one_row) return null;
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>
        The other row cannot be reached
      </Button>
      <NamedReason
        title="One row alone"
        description="A ring that stands askew shows in the other row only. The record then says “one row proven”, with your name."
        action="One row it is"
        example="seal in the way"
        open={open}
        onClose={() => setOpen(false)}
        onDecide={(name, reason) => tap({ kind: "accept_outside", what: "row", name, reason })}
      />
    </>
  );
}
