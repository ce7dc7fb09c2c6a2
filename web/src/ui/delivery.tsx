/** What is still on its way, and what was not taken. */
import type { Command, OutboxState, ProblemField, RefusedCommand } from "../api";
import { Button } from "./controls";
import { PinWaits } from "./pin-waits";
import { Say } from "./say";

const taps = (count: number) => (count === 1 ? "1 tap waits" : `${count} taps wait`);

/**
 * A tap that was read back goes out again: with another number, or with the fields that are meant
 * as they were typed.
 */
export type Again = (refused: RefusedCommand, command: Command, meant: string[]) => void;

export function Delivery(props: {
  outbox: OutboxState;
  drop: (id: string) => void;
  again?: Again;
}) {
  const { outbox, drop, again } = props;
  const [newest, ...earlier] = [...outbox.refused].reverse();
  return (
    <div aria-live="polite" className="space-y-3 empty:hidden">
      {outbox.away ? (
        <p className="border-2 border-care px-3 py-2">
          <b className="text-care">△ {outbox.away}</b> {taps(outbox.waiting)} on this device and
          will be sent in order. You can go on logging.
        </p>
      ) : outbox.slow ? (
        <p className="border-2 border-rule px-3 py-2">
          {taps(outbox.waiting)} for the server’s answer.
        </p>
      ) : null}
      {outbox.lasting ? null : (
        <p className="border-2 border-oxide px-3 py-2">
          <b className="text-oxide">▲ This browser keeps nothing.</b> Leave the page open until the
          taps are sent: its store is full, or the window is private.
        </p>
      )}
      <PinWaits held={outbox.held} />
      {outbox.others.map(({ actor, waiting, out }) => (
        <p key={actor} className="border-2 border-rule px-3 py-2">
          {taps(waiting)} here for <b>{actor || "somebody without a name"}</b>
          {out ? `, and will be sent when ${actor || "that person"} signs in again.` : "."}
        </p>
      ))}
      {newest ? <NotTaken refused={newest} drop={drop} again={again} /> : null}
      {earlier.length ? (
        <details className="border-2 border-oxide px-3 py-1">
          <summary className="min-h-12 py-2 font-bold text-oxide">
            {earlier.length} earlier {earlier.length === 1 ? "tap was" : "taps were"} not taken
          </summary>
          <div className="space-y-3 pb-2">
            {earlier.map((refused) => (
              <NotTaken key={refused.id} refused={refused} drop={drop} again={again} />
            ))}
          </div>
        </details>
      ) : null}
    </div>
  );
}

/** Which tap it was: what was pressed, and what was given with it. */
function tapped(command: Command): string {
  const given = command as Partial<
    Record<"text" | "amount" | "leaf" | "turn" | "reason" | "gate", string>
  >;
  const what = given.text ?? given.amount ?? given.leaf ?? given.turn ?? given.reason ?? given.gate;
  const kind = command.kind.replaceAll("_", " ");
  return `Tapped: ${kind}${what ? `, “${what}”` : ""}`;
}

function NotTaken(props: { refused: RefusedCommand; drop: (id: string) => void; again?: Again }) {
  const { refused, drop, again } = props;
  const { detail, fields } = refused.problem;
  return (
    <div
      role="alert"
      className="flex flex-wrap items-start justify-between gap-2 border-2 border-oxide px-3 py-2"
    >
      <div>
        <p className="font-bold text-oxide">
          ▲ Not taken: <Say>{detail}</Say>
        </p>
        <p className="text-sm text-soft">{tapped(refused.command)}</p>
        {fields.map((field) => (
          <p key={field.name}>
            <Say>
              {[
                field.message !== detail ? field.message : "",
                field.expected ? `Right: ${field.expected}.` : "",
              ].join(" ")}
            </Say>
          </p>
        ))}
        {again
          ? fields
              .filter((field) => field.meant)
              .map((field) => (
                <Meant key={field.name} field={field} refused={refused} again={again} />
              ))
          : null}
      </div>
      <Button onClick={() => drop(refused.id)}>Understood</Button>
    </div>
  );
}

/** What may have been meant, each a tap; the last is the number as it was typed. */
function Meant({
  field,
  refused,
  again,
}: {
  field: ProblemField;
  refused: RefusedCommand;
  again: Again;
}) {
  const choices = field.choices ?? [];
  // Nothing of the tap itself is asked: somebody else logged meanwhile, or it came too fast. It is
  // said again as it was.
  const overtaken = field.name === "seen" || field.name === "pace";
  const say = (choice: string, typed: boolean) => {
    const was = refused.command;
    if (overtaken) return again(refused, was, [...(refused.meant ?? []), field.name]);
    // In a correction the number belongs to the entry that is said again.
    const inEntry = was.kind === "correct" && was.entry;
    const command = (
      inEntry
        ? { ...was, entry: { ...was.entry, [field.name]: choice } }
        : { ...was, [field.name]: choice }
    ) as Command;
    again(refused, command, typed ? [...(refused.meant ?? []), field.name] : (refused.meant ?? []));
  };
  return (
    <div role="group" aria-label="What was meant" className="flex flex-wrap gap-2 pt-2">
      {choices.map((choice, i) => {
        const typed = i === choices.length - 1;
        return (
          <Button key={choice} onClick={() => say(choice, typed)}>
            {typed && !overtaken ? `${choice} is meant` : choice}
          </Button>
        );
      })}
    </div>
  );
}
