/**
 * A stop: where it is and what is due, in large; opened, what was done there; closed, how it
 * stands.
 */
import type { Command, RefusedCommand } from "../../api";
import { Say, VerdictMark, moment } from "../../ui";
import { StopForm } from "./stop-form";
import type { StopNow } from "./use-walk";

const SIGNS = { open: "○", done: "✓", skipped: "—" };

export function StopCard(props: {
  stop: StopNow;
  open: boolean;
  onOpen: () => void;
  onDone: () => void;
  tap: (command: Command, at: string) => void;
  refused: RefusedCommand | null;
}) {
  const { stop, open, onOpen, onDone, tap, refused } = props;
  const due = stop.state === "open";
  return (
    <li className={`sheet ${open && due ? "border-ink" : ""}`}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex min-h-14 w-full items-center gap-3 px-4 py-2 text-left"
      >
        <span aria-hidden className="w-6 text-center text-2xl">
          {SIGNS[stop.state]}
        </span>
        <span className="grow">
          <b className="block">{stop.machine}</b>
          <span className="block">{stop.position}</span>
          {due ? null : (
            <span className="block text-sm text-soft">
              {stop.told}
              {stop.done_at ? ` ${moment(stop.done_at)}` : ""}
              {stop.after_min !== undefined ? `, ${stop.after_min} min after the one before.` : ""}
              {stop.waiting ? " On this device; it goes out with the network." : ""}
            </span>
          )}
        </span>
        <span className="text-right font-bold">{due ? stop.words : stop.state}</span>
      </button>
      {stop.verdicts
        .filter(({ level }) => level !== "good")
        .map((verdict, at) => (
          <div key={at} className="px-4 pb-2">
            <VerdictMark verdict={verdict} /> <Say>{verdict.reason}</Say>
          </div>
        ))}
      {open && due ? (
        <StopForm
          key={refused?.id}
          stop={stop}
          refused={refused}
          tap={(command) => {
            tap(command, stop.at);
            onDone();
          }}
        />
      ) : null}
    </li>
  );
}
