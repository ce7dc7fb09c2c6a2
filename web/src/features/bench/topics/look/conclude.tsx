/** What the look comes to: as the marks have it by one tap, anything else by name with a reason. */
import { useState } from "react";
import type { FailureBook } from "../../../../api";
import { Button, NamedReason, Tick } from "../../../../ui";
import type { LookProps } from "./panel";

export function Conclude(props: LookProps & { causes: FailureBook["causes"]; next: boolean }) {
  const { work, tap, refused, causes, next } = props;
  const [other, setOther] = useState(false);
  const [taken, setTaken] = useState<string[]>([]);
  const [deciding, setDeciding] = useState(false);
  const firm = ["most likely", "possible", "not separated", "nothing wrong found"].includes(
    work.verdict.word,
  );
  const problem = refused?.command.kind === "conclude_look" ? refused.problem : null;
  const fitting = causes.filter((one) => one.kinds?.includes(work.kind as never) ?? true);
  return (
    <section aria-label="Conclusion" className="space-y-2">
      {work.concluded ? (
        <p>
          <b>{work.since ? "Seen more since: " : ""}</b>
          {work.concluded}
        </p>
      ) : null}
      {work.concluded && !work.since ? null : (
        <div className="flex flex-wrap gap-3">
          {firm ? (
            <Button
              kind={next ? "main" : "plain"}
              data-main={next || undefined}
              onClick={() => tap({ kind: "conclude_look" })}
            >
              Conclude: {work.verdict.word}
            </Button>
          ) : null}
          <Button aria-expanded={other} onClick={() => setOther(!other)}>
            Choose another cause (sign)
          </Button>
        </div>
      )}
      {problem ? <p className="font-bold text-oxide">▲ {problem.message}</p> : null}
      {other ? (
        <div>
          <p className="text-sm text-soft">
            Tick what it was; nothing ticked: no cause can be named.
          </p>
          {fitting.map(({ id, words }) => (
            <Tick
              key={id}
              label={words}
              checked={taken.includes(id)}
              onChange={(on) => setTaken(on ? [...taken, id] : taken.filter((one) => one !== id))}
            />
          ))}
          <Button kind="stop" onClick={() => setDeciding(true)}>
            Conclude so
          </Button>
        </div>
      ) : null}
      <NamedReason
        title="Choose another cause"
        description="The record will name you and your reason, and what the marks come to."
        action="Conclude"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={(name, reason) => {
          tap({ kind: "conclude_look", causes: taken.join(","), decided_by: name, reason });
          setOther(false);
        }}
      />
    </section>
  );
}
