/** The bearing let go from its seat, with the reason; a new attempt begins. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, Overlay, TextField } from "../../../../ui";
import type { Tap } from "./parts";

export function Release(props: { work: Tapered; open: boolean; onClose: () => void; tap: Tap }) {
  const { work, open, onClose, tap } = props;
  const [reason, setReason] = useState("");
  return (
    <Overlay
      title="Release the bearing"
      description={`${work.release_how} This attempt stays in the record; a new one begins.`}
      open={open}
      onClose={onClose}
    >
      <TextField label="Why" value={reason} onChange={(event) => setReason(event.target.value)} />
      <Button
        kind="stop"
        disabled={!reason.trim()}
        onClick={() => {
          tap({ kind: "release", reason });
          onClose();
        }}
      >
        Released: begin a new attempt
      </Button>
    </Overlay>
  );
}
