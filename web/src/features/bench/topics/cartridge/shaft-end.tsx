/** Nut pair, grease between the bearings, flingers, topping up. */
import { useState } from "react";
import { Button, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { LeftByName } from "../../left-by-name";
import { useEntry } from "../../use-entry";
import type { CartridgeProps } from "./panel";

export function Pair({ work, tap, refused }: CartridgeProps) {
  const entry = useEntry({ torque: "", wrench: "" }, refused, "tighten_pair");
  const [tab, setTab] = useState(false);
  const [jammed, setJammed] = useState(false);
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "tighten_pair",
      torque: entry.text("torque"),
      wrench: entry.text("wrench"),
      tab_bent: tab,
      jammed,
      end: work.nut_due as "drive" | "far" | "",
      decided_by,
      reason,
    });
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText
          entry={entry}
          name="torque"
          label="First nut, torque with its unit"
          hint="95 N·m"
        />
        <EntryText entry={entry} name="wrench" label="With which wrench and hook" />
      </div>
      <Tick label="A tab is bent into a slot, by tightening" checked={tab} onChange={setTab} />
      <Tick label="Second nut jammed, the first one held" checked={jammed} onChange={setJammed} />
      <LeftByName
        off={entry.problem("decided_by")}
        title="A nut pair otherwise than asked"
        onDecide={send}
      />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("torque").trim() || !entry.text("wrench").trim()}
      >
        Check the nut pair
      </Button>
    </form>
  );
}

export function Pack({ tap, refused }: CartridgeProps) {
  const entry = useEntry({ text: "", amount: "" }, refused, "pack_between");
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label="Which grease, how much"
        hint="60 g, number on the tin compared"
      />
      <EntryText entry={entry} name="amount" />
      <Button
        kind="main"
        data-main
        disabled={!entry.text("text").trim()}
        onClick={() =>
          tap({ kind: "pack_between", text: entry.text("text"), amount: entry.text("amount") })
        }
      >
        It is packed
      </Button>
    </div>
  );
}

export function Flinger({ work, tap, refused }: CartridgeProps) {
  const { units } = useSettings();
  const entry = useEntry({ gap: "" }, refused, "set_flinger");
  const [pinned, setPinned] = useState(false);
  const [both, setBoth] = useState(false);
  const end = work.flinger_due;
  if (!end) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "set_flinger",
          end,
          gap: entry.text("gap"),
          pinned,
          both_screws: both,
          shown: units === "mm" ? "mm" : "in",
        });
        setPinned(false);
        setBoth(false);
      }}
    >
      <EntryText entry={entry} name="gap" label="Gap to the cover" hint="0.8 mm, 1/32 in" />
      {work.clamped ? null : (
        <>
          <Tick label="This is the pinned flinger" checked={pinned} onChange={setPinned} />
          <Tick label="Both set screws tight, evenly" checked={both} onChange={setBoth} />
        </>
      )}
      <Button kind="main" data-main type="submit" disabled={!entry.text("gap").trim()}>
        Check the flinger
      </Button>
    </form>
  );
}

export function TopUp({ tap, refused }: CartridgeProps) {
  const entry = useEntry({ text: "", amount: "" }, refused, "top_up");
  const said = entry.text("text");
  const amount = entry.text("amount");
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label="Which grease, how much; what was heard and seen"
      />
      <EntryText entry={entry} name="amount" />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          disabled={!said.trim()}
          onClick={() => tap({ kind: "top_up", text: said, no_contact: true, amount })}
        >
          Topped up, nothing touches
        </Button>
        <Button
          kind="stop"
          disabled={!said.trim()}
          onClick={() => tap({ kind: "top_up", text: said, no_contact: false, amount })}
        >
          Something touches
        </Button>
      </div>
    </div>
  );
}
