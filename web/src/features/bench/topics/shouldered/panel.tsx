/** A ring onto its shoulder: the way, the warm ring or the cold one, the leaf all round, what holds it, turned by hand. */
import { useState } from "react";
import type { ShoulderWork } from "../../../../api";
import { Button, NamedReason, Say, TextField, VerdictMark } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Cold } from "./cold";
import { HoldFast } from "./hold-fast";
import { Shoulder } from "./shoulder-leaf";
import { Warm } from "./warm";

export interface ShoulderProps {
  work: ShoulderWork;
  tap: Tap;
  refused: Refused;
}

export function ShoulderPanel({ next, ...props }: ShoulderProps & { next: string }) {
  const { work } = props;
  if (work.stopped) return <Straight {...props} />;
  switch (next) {
    case "choose_way_on":
      return <Ways {...props} />;
    case "try_shoulder":
      return <Shoulder {...props} />;
    case "hold_fast":
      return <HoldFast {...props} />;
    case "turn_by_hand":
      return <Turned {...props} />;
    case "nothing":
      return null;
    default:
      return (
        <div className="space-y-6 pt-4">
          {work.chosen === "heat" ? <Warm next={next} {...props} /> : <Cold {...props} />}
          <Ways {...props} />
        </div>
      );
  }
}

function Ways({ work, tap }: ShoulderProps) {
  const [against, setAgainst] = useState<ShoulderWork["ways"][number] | null>(null);
  return (
    <section aria-label="Ways to put it on" className="pt-2">
      <ul>
        {work.ways.map((way, at) => (
          <li
            key={way.value}
            className="flex flex-wrap items-start justify-between gap-x-4 border-b border-rule py-2 last:border-b-0"
          >
            <div className="min-w-0 flex-1 basis-64">
              <p className="flex flex-wrap items-center gap-x-3">
                <b className={work.chosen === way.value ? "marker px-1" : ""}>{way.words}</b>
                <VerdictMark verdict={way.verdict} />
              </p>
              {way.reasons.map((reason) => (
                <p key={reason} className="text-sm">
                  <span className="text-soft">For:</span> <Say>{reason}</Say>
                </p>
              ))}
              {way.against.map((reason) => (
                <p key={reason} className="text-sm">
                  <span className="text-soft">Against:</span> <Say>{reason}</Say>
                </p>
              ))}
            </div>
            {work.chosen === way.value ? (
              <span className="py-3 font-bold">chosen</span>
            ) : (
              <Button
                kind={at === 0 && !work.chosen ? "main" : "quiet"}
                data-main={(at === 0 && !work.chosen) || undefined}
                onClick={() =>
                  ["good", "watch"].includes(way.verdict.level)
                    ? tap({ kind: "choose_way_on", way: way.value })
                    : setAgainst(way)
                }
              >
                Take this way<span className="sr-only">: {way.words}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <NamedReason
        title={`Take this way: ${against?.words ?? ""}`}
        description={`${against?.verdict.reason ?? ""} It stands in the record with your name.`}
        action="Decide so"
        open={against !== null}
        onClose={() => setAgainst(null)}
        onDecide={(decided_by, reason) => {
          if (against) tap({ kind: "choose_way_on", way: against.value, decided_by, reason });
          setAgainst(null);
        }}
      />
    </section>
  );
}

function Straight({ tap, refused }: ShoulderProps) {
  const entry = useEntry({ cause: "" }, refused, "say_straight_on");
  return (
    <div className="space-y-3 pt-4">
      <EntryText entry={entry} name="cause" label="What the cause was" />
      <Button
        kind="main"
        data-main
        disabled={!entry.text("cause").trim()}
        onClick={() => tap({ kind: "say_straight_on", cause: entry.text("cause") })}
      >
        Cause out, three lines straight again
      </Button>
    </div>
  );
}

function Turned({ tap }: ShoulderProps) {
  const [text, setText] = useState("");
  return (
    <div className="space-y-3 pt-4">
      <TextField
        label="How it turns (needed where it is not free)"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main onClick={() => tap({ kind: "turn_by_hand", freely: true, text })}>
          It turns freely
        </Button>
        <Button
          kind="stop"
          disabled={!text.trim()}
          onClick={() => tap({ kind: "turn_by_hand", freely: false, text })}
        >
          It does not
        </Button>
      </div>
    </div>
  );
}
