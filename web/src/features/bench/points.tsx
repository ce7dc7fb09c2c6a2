/** Open points of the job: each is settled with a word how. */
import { useState } from "react";
import type { Bench } from "../../api";
import { Button, NamedReason, TextField } from "../../ui";
import { type Tap } from "./parts";

export function PointLine({ point, tap }: { point: Bench["points"][number]; tap: Tap }) {
  const [how, setHow] = useState<string | null>(null);
  const [accepting, setAccepting] = useState(false);
  return (
    <li className="border-b border-rule py-1 last:border-b-0">
      {point.text}{" "}
      {point.closed ? <span className="text-soft">Settled: {point.closed}</span> : null}
      {!point.closed && how === null ? (
        <Button kind="quiet" onClick={() => setHow("")}>
          Settle<span className="sr-only">: {point.text}</span>
        </Button>
      ) : null}
      {!point.closed && how === null && point.blocks ? (
        <Button kind="quiet" onClick={() => setAccepting(true)}>
          Accept as is (sign)<span className="sr-only">: {point.text}</span>
        </Button>
      ) : null}
      <NamedReason
        title="Go on without it"
        description={`${point.text} It stays undone; the record will name you and your reason.`}
        action="Accept it"
        open={accepting}
        onClose={() => setAccepting(false)}
        onDecide={(accepted_by, reason) =>
          tap({ kind: "close_point", point: point.number, how: reason, accepted_by })
        }
      />
      {!point.closed && how !== null ? (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            tap({ kind: "close_point", point: point.number, how });
            setHow(null);
          }}
        >
          <TextField
            label="How was it settled"
            value={how}
            onChange={(event) => setHow(event.target.value)}
          />
          <Button type="submit" disabled={!how.trim()}>
            Settled
          </Button>
        </form>
      ) : null}
    </li>
  );
}
