/** Where tabs meet slots from here on, by tightening alone. */
import type { Bench, Meeting } from "../../api";
import { Button, Say, TextField, VerdictMark, clearance, length, useSettings } from "../../ui";
import type { Refused, Tap } from "./action-panel";
import { useTyped } from "./use-typed";

export function LockPanel({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const { units } = useSettings();
  const { text: rim, setText: setRim, problem } = useTyped(refused, "see_meeting", "amount");
  const known = bench.meeting_known;
  return (
    <div className="space-y-3 pt-4">
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "see_meeting", amount: rim || "0", unit: "rim" });
          setRim("");
        }}
      >
        <div className="w-52">
          <TextField
            label="Rim to the next tab, mm"
            problem={problem}
            value={rim}
            placeholder="0 when square now"
            onChange={(event) => setRim(event.target.value)}
          />
        </div>
        <Button kind={known ? "plain" : "main"} data-main={!known || undefined} type="submit">
          {known ? "Looked again" : "Seen"}
        </Button>
      </form>
      <table className="w-full text-left">
        <caption className="pb-1 text-left text-sm font-bold">
          Next meetings, tightening only{known ? "" : " (start not seen yet: each within one step)"}
        </caption>
        <thead>
          <tr className="border-b-2 border-ink text-sm">
            <th className="py-1 pr-2">Turn on</th>
            <th className="pr-2">Leaves</th>
            <th className="pr-2">Verdict</th>
            <th>
              <span className="sr-only">Lock</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {bench.meetings.map((meeting) => (
            <tr key={meeting.index} className="border-b border-rule align-middle">
              <td className="py-1 pr-2">
                <b>{turn(meeting)}</b>
                <span className="block text-sm text-soft">{length(meeting.rim_mm, units)} of rim</span>
              </td>
              <td className="pr-2">
                {clearance(meeting.residual_um, units)}
                <span className="block text-sm text-soft">± {clearance(meeting.doubt_um, units)}</span>
              </td>
              <td className="pr-2">
                <VerdictMark verdict={meeting.verdict} />
              </td>
              <td className="text-right">
                {known ? (
                  <Button
                    kind={
                      meeting.turn_deg === bench.next.turn_deg
                        ? "main"
                        : meeting.verdict.level === "stop"
                          ? "stop"
                          : "plain"
                    }
                    data-main={meeting.turn_deg === bench.next.turn_deg || undefined}
                    onClick={() => tap({ kind: "lock", turn: meeting.turn_deg.toFixed(3) })}
                  >
                    Tab bent here<span className="sr-only">, after {turn(meeting)}</span>
                  </Button>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {bench.way_out ? (
        <p className="font-bold text-care">
          △ <Say>{bench.way_out}</Say>
        </p>
      ) : null}
    </div>
  );
}

function turn(meeting: Meeting): string {
  const from = meeting.turn_deg.toFixed(1);
  return meeting.turn_to_deg > meeting.turn_deg
    ? `${from} to ${meeting.turn_to_deg.toFixed(1)}°`
    : `${from}°`;
}
