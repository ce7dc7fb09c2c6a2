/** Gone round, straps in and out, cover on. */
import { useState } from "react";
import { Button, Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { LargeSealProps } from "./panel";

export function Flat({ tap, refused }: LargeSealProps) {
  const entry = useEntry({ text: "" }, refused, "seat_flat");
  const said = entry.text("text");
  return (
    <div className="space-y-3 pt-4">
      <Button
        kind="main"
        data-main
        disabled={said.trim() !== ""}
        onClick={() => tap({ kind: "seat_flat", flat: true, text: "" })}
      >
        Flat to the bottom all round
      </Button>
      <EntryText entry={entry} name="text" label="Or where it stands up, or is folded" />
      <Button
        kind="stop"
        disabled={!said.trim()}
        onClick={() => tap({ kind: "seat_flat", flat: false, text: said })}
      >
        It is not flat
      </Button>
    </div>
  );
}

export function Straps({ work, tap, refused }: LargeSealProps) {
  const entry = useEntry({ what: "" }, refused, "use_straps");
  if (work.straps)
    return (
      <div className="flex flex-wrap items-center gap-3 pt-3">
        <p className="font-bold">In: {work.straps}</p>
        <Button onClick={() => tap({ kind: "use_straps", out: true })}>They are pulled out</Button>
      </div>
    );
  return (
    <details className="pt-3">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        Straps go in for carrying
      </summary>
      <div className="space-y-3">
        <EntryText
          entry={entry}
          name="what"
          label="How many, where"
          words={["two, knots away from the spring"]}
        />
        <Button
          disabled={!entry.text("what").trim()}
          onClick={() => tap({ kind: "use_straps", out: false, what: entry.text("what") })}
        >
          Fitted
        </Button>
      </div>
    </details>
  );
}

export function Cover({ tap, refused }: LargeSealProps) {
  const entry = useEntry({ torque: "", wrench: "" }, refused, "cover_seal");
  const [even, setEven] = useState(false);
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "cover_seal",
          torque: entry.text("torque"),
          wrench: entry.text("wrench"),
          even,
        });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="torque" label="Torque of its screws" hint="N·m, lbf·ft" />
        <EntryText entry={entry} name="wrench" label="Wrench" />
      </div>
      <Tick label="It stands evenly all round" checked={even} onChange={setEven} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("torque").trim()}>
        The cover is on
      </Button>
    </form>
  );
}
