/** What a step needs and no stage of this job shows: said by name, with how it is known. */
import { useState } from "react";
import type { Bench } from "../../api";
import { Button, NamedReason } from "../../ui";
import { Row } from "./parts";
import type { JobAccess } from "./use-job";

export function DoneOutside({ bench, tap }: { bench: Bench; tap: JobAccess["tap"] }) {
  const [saying, setSaying] = useState(false);
  const { states = "", states_at: at = "" } = bench.next;
  if (!states) return null;
  return (
    <Row>
      <Button kind="main" onClick={() => setSaying(true)}>
        Done outside this job (name)
      </Button>
      <NamedReason
        title="Done outside this job"
        told
        description="Who says so, and how it is known. It stands on page one of the record."
        action="Log it"
        example="locked on the early shift, looked at together"
        open={saying}
        onClose={() => setSaying(false)}
        onDecide={(by, how) => tap({ kind: "state_done", what: states, by, how }, at)}
      />
    </Row>
  );
}
