/** A seat measured spot by spot: a value that comes again is one tap. What was seen and dressed, and the verdict. */
import { useState } from "react";
import type { Work } from "../../../../api";
import { Button, NamedReason, VerdictMark, length, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { OnTheSeat } from "./on-seat";

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

function Warmth({ work, tap, refused }: PrepareProps) {
  const entry = useEntry({ shaft_temperature: "", ring_temperature: "" }, refused, "say_warmth");
  const send = () => {
    const [shaft, ring] = [entry.text("shaft_temperature"), entry.text("ring_temperature")];
    tap({ kind: "say_warmth", shaft_temperature: shaft, ring_temperature: ring });
    entry.clear();
  };
  const known = work.shaft_c !== null;
  return (
    <details open={!known && entry.text("shaft_temperature") !== ""}>
      <summary className="min-h-12 py-3 text-dye underline underline-offset-4">
        {known
          ? `Shaft at ${work.shaft_c} °C: measured`
          : "Temperatures, where shaft or ring is not at 20 °C"}
      </summary>
      <div className="space-y-3">
        <EntryText entry={entry} name="shaft_temperature" label="Shaft" hint="for example 34 °C" />
        <EntryText entry={entry} name="ring_temperature" label="Ring (where its bore is measured too)" />
        <Button disabled={!entry.text("shaft_temperature").trim()} onClick={send}>
          Note the temperatures
        </Button>
      </div>
    </details>
  );
}

function PlanSeat({ tap, refused }: PrepareProps) {
  const entry = useEntry({ nominal: "", shaft_class: "", reason: "" }, refused, "plan_seat");
  const send = (event: React.FormEvent) => {
    event.preventDefault();
    const [nominal, shaft_class, reason] = ["nominal", "shaft_class", "reason"].map(entry.text) as [
      string,
      string,
      string,
    ];
    tap({ kind: "plan_seat", seat: shaft_class ? "cylindrical" : "sleeve", nominal, shaft_class, reason });
  };
  return (
    <form className="space-y-3 pt-4" onSubmit={send}>
      <EntryText entry={entry} name="nominal" label="Nominal size" />
      <EntryText
        entry={entry}
        name="shaft_class"
        label="Class (empty: seat under a sleeve)"
        words={["k5", "m5", "m6", "n6"]}
      />
      <EntryText
        entry={entry}
        name="reason"
        label="By what"
        words={["by the drawing", "by the maker's sheet"]}
      />
      <Button kind="main" type="submit">
        Plan the seat
      </Button>
    </form>
  );
}
