/**
 * Bolt by bolt: the next one with one tap, any other one by its number, or another torque than was
 * asked.
 */
import { useState } from "react";
import { Button, ChoiceRow, NamedReason } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ClosingProps } from "./panel";

export function Tighten({ work, tap, refused }: ClosingProps) {
  const entry = useEntry({ torque: "", shows: "" }, refused, "tighten_bolt");
  const [chosen, setChosen] = useState(0);
  const [opening, setOpening] = useState(false);
  const joint = work.joints.find(({ at_torque }) => !at_torque);
  if (!joint || joint.next_bolt === null || joint.next_turn === null) return null;
  const bad = joint.bolts.find(({ verdict }) => verdict?.level === "stop")?.at.number;
  const bolt = chosen || bad || joint.next_bolt;
  const turn = Math.min((joint.bolts.find(({ at }) => at.number === bolt)?.passes ?? 0) + 1, 4);
  const extended = Math.abs(joint.set_nm - joint.torque_nm) > 0.05;
  const own = extended ? "shows" : "torque";
  const send = (said: { torque?: string; shows?: string } = {}) => {
    tap({ kind: "tighten_bolt", joint: joint.joint, bolt, turn, torque: "", ...said });
    setChosen(0);
  };
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send({ [own]: entry.text(own) });
      }}
    >
      <Button kind="main" data-main onClick={() => send()}>
        Bolt {bolt} is at its torque, pass {turn}
      </Button>
      <ChoiceRow
        label="Another bolt"
        value={String(bolt)}
        onChange={(value) => setChosen(Number(value))}
        options={joint.bolts.map(({ at, passes }) => ({
          value: String(at.number),
          label: `${at.number}: ${passes} of 4`,
        }))}
      />
      <div className="flex flex-wrap items-end gap-3">
        <EntryText
          entry={entry}
          name={own}
          label={extended ? "Or the wrench, with its extension, showed" : "Or at another torque"}
          hint="N·m, lbf·ft"
        />
        <Button type="submit" disabled={!entry.text(own).trim()}>
          At that
        </Button>
        <Button kind="quiet" onClick={() => setOpening(true)}>
          The joint was opened again
        </Button>
      </div>
      <NamedReason
        title={`${joint.joint} opened again`}
        description="What was tightened no longer counts."
        action="Opened"
        open={opening}
        onClose={() => setOpening(false)}
        onDecide={(name, reason) =>
          tap({ kind: "loosen_joint", joint: joint.joint, reason: `${reason} (${name})` })
        }
      />
    </form>
  );
}
