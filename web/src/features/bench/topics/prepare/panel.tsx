/** A seat measured spot by spot: a value that comes again is one tap. What was seen and dressed, and the verdict. */
import { useState } from "react";
import type { Work } from "../../../../api";
import { Button, NamedReason, VerdictMark, length, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
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
      <Reading {...props} />
      <OnTheSeat {...props} />
      <Verdicts {...props} />
      <Warmth {...props} />
    </div>
  );
}

function Reading({ work, tap, refused }: PrepareProps) {
  const { units } = useSettings();
  const entry = useEntry({ size: "" }, refused, "read_seat");
  const [chosen, setChosen] = useState<[number, number] | null>(null);
  const [section, direction] = chosen ?? [work.next_section, work.next_direction];
  const spot = work.shaft.find((one) => one.section === section && one.direction === direction);
  const read = (size: string) => {
    tap({ kind: "read_seat", section, direction, size, shown: units === "mm" ? "mm" : "in" });
    entry.clear();
    setChosen(null);
  };
  return (
    <section aria-label="Micrometer readings">
      <div role="group" aria-label="Where on the seat" className="grid grid-cols-4 gap-2">
        {work.shaft.map((one) => {
          const here = one.section === section && one.direction === direction;
          return (
            <button
              key={`${one.section}.${one.direction}`}
              type="button"
              aria-pressed={here}
              onClick={() => setChosen([one.section, one.direction])}
              className={`min-h-14 border-2 px-1 text-sm ${here ? "border-ink bg-mark text-on-mark" : "border-rule bg-sheet"}`}
            >
              <span className="block text-xs">
                {one.section}, {one.words}
              </span>
              <b>{one.mm === null ? "–" : length(one.mm, units, 3)}</b>
            </button>
          );
        })}
      </div>
      <form
        className="space-y-3 pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          read(entry.text("size"));
        }}
      >
        <EntryText entry={entry} name="size" label={`Section ${section}, ${spot?.words ?? ""}: micrometer`} />
        <div className="flex flex-wrap gap-3">
          <Button kind="main" data-main type="submit" disabled={!entry.text("size").trim()}>
            Read
          </Button>
          {work.repeats.map((mm) => (
            <Button key={mm} onClick={() => read(`${mm} mm`)}>
              Again {length(mm, units, 3)}
            </Button>
          ))}
        </div>
      </form>
    </section>
  );
}

function Verdicts({ work, tap }: PrepareProps) {
  const [accepting, setAccepting] = useState(false);
  const stopped = work.verdict?.level === "stop" && !work.accepted_by;
  return (
    <section aria-label="Verdict on the seat">
      {work.verdict ? <VerdictMark verdict={work.verdict} large /> : null}
      {work.accepted_by ? <p>Accepted by {work.accepted_by}.</p> : null}
      <div className="flex flex-wrap gap-3 pt-2">
        <Button kind="main" disabled={!work.form} onClick={() => tap({ kind: "judge_seat" })}>
          Judge the seat
        </Button>
        {stopped ? (
          <Button kind="stop" onClick={() => setAccepting(true)}>
            Accept by name with a reason
          </Button>
        ) : null}
      </div>
      <NamedReason
        title="Use this seat as it is"
        description="It stands in the record with your name."
        action="Accept and go on"
        open={accepting}
        onClose={() => setAccepting(false)}
        onDecide={(name, reason) => tap({ kind: "accept_seat", name, reason })}
      />
    </section>
  );
}
