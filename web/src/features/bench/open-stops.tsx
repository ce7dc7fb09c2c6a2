/**
 * What waits for its answer: each stop with its entry, why, and the way on; a name may take some of
 * them as they are.
 */
import { useState } from "react";
import type { AlarmView, Bench } from "../../api";
import { Button, NamedReason, Say, VerdictMark } from "../../ui";
import type { JobAccess } from "./use-job";

export function OpenStops({ bench, tap }: { bench: Bench; tap: JobAccess["tap"] }) {
  const [taking, setTaking] = useState<AlarmView | null>(null);
  const stops = bench.alarms.filter((alarm) => alarm.verdict.level === "stop");
  if (bench.alarms.length === 0) return null;
  return (
    <section
      className={`sheet px-4 py-3 ${stops.length ? "border-2 border-oxide" : ""}`}
      aria-labelledby="open-stops"
    >
      <h2 id="open-stops" className="font-bold">
        {stops.length ? `Waits for its answer: ${bench.alarms.length}` : "Not known yet"}
      </h2>
      <ul className="divide-y divide-rule">
        {bench.alarms.map((alarm) => (
          <li
            key={`${alarm.entry}.${alarm.code}`}
            className="flex flex-wrap items-start gap-x-4 gap-y-1 py-2"
          >
            <div className="min-w-0 flex-1 basis-64">
              <VerdictMark verdict={alarm.verdict} />{" "}
              <span className="text-sm text-soft">
                {[alarm.where, alarm.about, `entry ${alarm.entry}`].filter(Boolean).join(", ")}
              </span>
              <p>
                <Say>{alarm.verdict.reason}</Say>
              </p>
              {alarm.way ? (
                <p className="text-sm">
                  <Say>{alarm.way}</Say>
                </p>
              ) : null}
            </div>
            {alarm.by_name ? (
              <Button onClick={() => setTaking(alarm)}>Accept as is (sign)</Button>
            ) : alarm.code === "stock.not_the_positions" ? (
              <PutRight alarm={alarm} tap={tap} />
            ) : (
              <p className="text-sm text-soft">Nobody may accept it.</p>
            )}
          </li>
        ))}
      </ul>
      {taking ? (
        <NamedReason
          key={`${taking.entry}.${taking.code}`}
          title={`Accept as is: ${taking.verdict.word}`}
          description="This goes in the record under your name."
          action="Accept as is (sign)"
          open
          onClose={() => setTaking(null)}
          onDecide={(name, reason) =>
            tap(
              { kind: "accept_alarm", number: taking.entry, code: taking.code, name, reason },
              taking.at,
            )
          }
        />
      ) : null}
    </section>
  );
}

/**
 * Another bearing than the plant's list has: put right by somebody, where it is not planned
 * otherwise.
 */
function PutRight({ alarm, tap }: { alarm: AlarmView; tap: JobAccess["tap"] }) {
  const [open, setOpen] = useState(false);
  const { place } = alarm;
  return (
    <>
      <Button kind="stop" onClick={() => setOpen(true)}>
        Position, sleeve, housing put right
      </Button>
      <NamedReason
        title="Another bearing here from now on"
        description="The plant's list, the sleeve and the housing are for the new one. It stands on page one with your name."
        action="They are put right"
        example="new sleeve and housing fitted, list changed"
        open={open}
        onClose={() => setOpen(false)}
        onDecide={(decided_by, reason) =>
          tap({ kind: "compare_position", place, decided_by, reason }, alarm.at)
        }
      />
    </>
  );
}
