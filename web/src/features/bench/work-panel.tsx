/** The taps that go with the task that is shown: the kernel's own, or those of its topic. */
import type { Bench } from "../../api";
import { DoneOutside } from "./done-outside";
import { GatePanel } from "./gate-panel";
import { Row } from "./parts";
import { SignPanel } from "./sign-panel";
import { TopicPanel } from "./topic-panel";
import type { JobAccess } from "./use-job";

export function WorkPanel({ bench, job }: { bench: Bench; job: JobAccess }) {
  const { next, work, gate } = bench;
  if (next.do === "confirm_gate" && gate)
    return (
      <GatePanel
        key={`${bench.at}.${gate.id}`}
        job={`${bench.id}.${bench.at}`}
        gate={gate}
        section={work.topic === "tapered" ? work.section : null}
        tap={job.tap}
        busy={job.outbox.waiting > 0}
      />
    );
  // A job that is over offers its record, a bearing that is done the way to sign.
  const over = bench.status === "abandoned" || (bench.status === "signed" && next.do !== "sign");
  if (over) return <OpenRecord id={bench.id} />;
  return (
    <>
      {next.do === "held" ? (
        <DoneOutside bench={bench} tap={job.tap} />
      ) : (
        <TopicPanel bench={bench} job={job} />
      )}
      {(next.do === "sign" && !bench.next_stage) || next.do === "counter_sign" ? (
        <SignPanel bench={bench} tap={job.tap} />
      ) : null}
    </>
  );
}

function OpenRecord({ id }: { id: string }) {
  return (
    <Row>
      <a
        data-main
        href={`/api/jobs/${id}/record.html`}
        className="inline-flex min-h-12 items-center border-2 border-ink bg-sheet px-4 font-bold hover:bg-wash"
      >
        Open the record
      </a>
    </Row>
  );
}
