/** What is looked at before the cap closes, and once it is tight. */
import { useState } from "react";
import { Button, Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ClosingProps } from "./panel";

export function PairCap({ tap, refused }: ClosingProps) {
  const entry = useEntry({ rubs: "" }, refused, "pair_cap");
  const [agree, setAgree] = useState(false);
  const [clean, setClean] = useState(false);
  const send = (numbers_agree: boolean) =>
    tap({ kind: "pair_cap", numbers_agree, faces_clean: clean, rubs: entry.text("rubs") });
  return (
    <div className="space-y-3 pt-4">
      <Tick
        label="Numbers of cap and base agree, on the same side"
        checked={agree}
        onChange={setAgree}
      />
      <Tick
        label="Joint faces wiped, no old sealant, no chip"
        checked={clean}
        onChange={setClean}
      />
      <EntryText
        entry={entry}
        name="rubs"
        label="What rubs when the shaft is turned (empty: nothing)"
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main disabled={!agree} onClick={() => send(true)}>
          They are a pair
        </Button>
        <Button kind="stop" onClick={() => send(false)}>
          The numbers do not agree
        </Button>
      </div>
    </div>
  );
}

export function Rubbing({ tap, refused }: ClosingProps) {
  const entry = useEntry({ rubs: "" }, refused, "look_rubbing");
  const rubs = entry.text("rubs");
  return (
    <div className="space-y-3 pt-4">
      <Button
        kind="main"
        data-main
        disabled={rubs.trim() !== ""}
        onClick={() => tap({ kind: "look_rubbing", freely: true, rubs: "" })}
      >
        Turns, nothing rubs
      </Button>
      <EntryText entry={entry} name="rubs" label="Or what rubs, how it turns" />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="stop"
          disabled={!rubs.trim()}
          onClick={() => tap({ kind: "look_rubbing", freely: true, rubs })}
        >
          Something rubs
        </Button>
        <Button
          kind="stop"
          disabled={!rubs.trim()}
          onClick={() => tap({ kind: "look_rubbing", freely: false, rubs })}
        >
          It does not turn freely
        </Button>
      </div>
    </div>
  );
}
