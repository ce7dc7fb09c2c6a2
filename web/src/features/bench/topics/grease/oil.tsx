/**
 * Oil at standstill: how far below the middle of the shaft, channels open, both sides level, drain
 * plug.
 */
import { useState } from "react";
import { Button, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { GreaseProps } from "./panel";

export function Oil({ tap, refused }: GreaseProps) {
  const { units } = useSettings();
  const entry = useEntry({ below: "", plug: "" }, refused, "fill_oil");
  const [open, setOpen] = useState(false);
  const [level, setLevel] = useState(false);
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "fill_oil",
          below: entry.text("below"),
          channels_open: open,
          level_both: level,
          plug: entry.text("plug"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <EntryText entry={entry} name="below" />
      <Tick
        label="Return channels and levelling channel are open"
        checked={open}
        onChange={setOpen}
      />
      <Tick label="Both sides stand level" checked={level} onChange={setLevel} />
      <EntryText entry={entry} name="plug" words={["new washer, tightened"]} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("below").trim()}>
        Check the level
      </Button>
    </form>
  );
}
