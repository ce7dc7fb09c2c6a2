/** Measured while closing: in line with the load on, and the gaps beside the outer ring. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ClosingProps } from "./panel";

export function Align({ tap, refused }: ClosingProps) {
  const { units } = useSettings();
  const entry = useEntry({ offset: "", over: "", feet: "" }, refused, "align_loaded");
  const [turned, setTurned] = useState(false);
  const [labyrinth, setLabyrinth] = useState(false);
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "align_loaded",
          offset: entry.text("offset"),
          over: entry.text("over"),
          feet: entry.text("feet"),
          turned,
          labyrinth,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <Tick label="The shaft was turned by hand before" checked={turned} onChange={setTurned} />
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText entry={entry} name="offset" label="Out of line by" />
        <EntryText entry={entry} name="over" label="Over a length of" />
        <EntryText entry={entry} name="feet" label="Feeler under each foot" hint="0 + 0.02" />
      </div>
      <Tick
        label="It has a labyrinth seal, which forgives less"
        checked={labyrinth}
        onChange={setLabyrinth}
      />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("offset").trim() || !entry.text("over").trim()}
      >
        Is it in line?
      </Button>
    </form>
  );
}

type How = "cap_off" | "pushed";

export function Gaps({ work, tap, refused }: ClosingProps) {
  const { units } = useSettings();
  const entry = useEntry({ toward: "", away: "" }, refused, "read_ring_gaps");
  const [how, setHow] = useState<How>("cap_off");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const shown = units === "mm" ? "mm" : "in";
        tap({
          kind: "read_ring_gaps",
          toward: entry.text("toward"),
          away: entry.text("away"),
          how,
          shown,
        });
      }}
    >
      <ChoiceRow
        label="Measured"
        value={how}
        onChange={(value) => setHow(value as How)}
        options={choicesOf("read_ring_gaps", "how")}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="toward" label="Gap towards the other bearing" />
        <EntryText entry={entry} name="away" label="Gap away from it" />
      </div>
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("toward").trim() || !entry.text("away").trim()}
      >
        {work.ring?.held ? "Is it held?" : "Does it float?"}
      </Button>
    </form>
  );
}
