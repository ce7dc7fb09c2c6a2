/**
 * A seat measured spot by spot: a value that comes again is one tap. What was seen and dressed, and
 * the verdict.
 */
import { useState } from "react";
import type { Work } from "../../../../api";
import { Button, NamedReason, VerdictMark } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { Reading } from "./reading";
import { OnTheSeat } from "./on-seat";
import { Warmth, PlanSeat } from "./warmth";

export type PrepareWork = Extract<Work, { topic: "prepare" }>;

export interface PrepareProps {
  work: PrepareWork;
  tap: Tap;
  refused: Refused;
}

export function PreparePanel(props: PrepareProps) {
  const { work } = props;
  if (!work.spec) return <PlanSeat {...props} />;
  return (
    <div className="space-y-6 pt-4">
      <Reading what="shaft" {...props} />
      {work.bore.length > 0 ? <Reading what="bore" {...props} /> : null}
      <OnTheSeat {...props} />
      <Verdicts {...props} />
      <Warmth {...props} />
    </div>
  );
}

function Verdicts({ work, tap }: PrepareProps) {
  const [accepting, setAccepting] = useState(false);
  const enough = (work.form?.crossed ?? 0) >= 2;
  const checks = work.asks === "judge_seat" && enough;
  const stopped = work.verdict?.level === "stop" && !work.accepted_by;
  return (
    <section aria-label="Verdict on the seat">
      {work.verdict ? <VerdictMark verdict={work.verdict} large /> : null}
      {work.accepted_by ? <p>Accepted by {work.accepted_by}.</p> : null}
      <div className="flex flex-wrap gap-3 pt-2">
        <Button
          kind={checks ? "main" : "plain"}
          data-main={checks || undefined}
          disabled={!enough}
          onClick={() => tap({ kind: "judge_seat" })}
        >
          Check the seat
        </Button>
        {stopped ? (
          <Button kind="stop" onClick={() => setAccepting(true)}>
            Accept as is (sign)
          </Button>
        ) : null}
      </div>
      {enough ? null : (
        <p className="pt-1 text-sm text-soft">
          Two sections in two directions are the least: measured so {work.form?.crossed ?? 0} of 2.
        </p>
      )}
      <NamedReason
        title="Use this seat as it is"
        description="This goes in the record under your name."
        action="Accept and go on"
        open={accepting}
        onClose={() => setAccepting(false)}
        onDecide={(name, reason) => tap({ kind: "accept_seat", name, reason })}
      />
    </section>
  );
}
