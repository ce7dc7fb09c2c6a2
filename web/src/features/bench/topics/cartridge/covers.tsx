/** An end cover: depth and spigot, its joint, its screws round by round. */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { CartridgeProps } from "./panel";

export function Covers(props: CartridgeProps) {
  const { work, tap, refused } = props;
  const { units } = useSettings();
  const entry = useEntry({ depth: "", spigot: "" }, refused, "measure_cover");
  const side = work.cover_due;
  if (!side) return null;
  return (
    <>
      <form
        className="grid gap-3 pt-4 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({
            kind: "measure_cover",
            side,
            depth: entry.text("depth"),
            spigot: entry.text("spigot"),
            shown: units === "mm" ? "mm" : "in",
          });
        }}
      >
        <EntryText entry={entry} name="depth" label="Housing's face to the outer ring" />
        <EntryText entry={entry} name="spigot" label="Height of the spigot" />
        <Button
          kind="main"
          data-main
          type="submit"
          disabled={!entry.text("depth").trim() || !entry.text("spigot").trim()}
        >
          Check the spigot
        </Button>
      </form>
      <Drawn {...props} />
    </>
  );
}

type Inner = Extract<Command, { kind: "draw_by_cover" }>["inner"];

function Drawn({ work, tap }: CartridgeProps) {
  const [inner, setInner] = useState<Inner | "">("");
  const side = work.cover_due;
  return (
    <details className="pt-4">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        The cover is to draw it home
      </summary>
      <div className="space-y-3">
        <ChoiceRow
          label="Its inner ring is"
          value={inner}
          onChange={(value) => setInner(value as Inner)}
          options={choicesOf("draw_by_cover", "inner")}
        />
        <Button
          disabled={!inner || !side}
          onClick={() => inner && side && tap({ kind: "draw_by_cover", side, inner })}
        >
          Drawn home, evenly
        </Button>
      </div>
    </details>
  );
}

export function Joint({ work, tap, refused }: CartridgeProps) {
  const entry = useEntry({ text: "" }, refused, "seal_joint");
  const side = work.cover_due;
  if (!side) return null;
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label="What goes on its joint"
        words={["sealant, thin, excess wiped off", "none, as the maker asks"]}
      />
      <Button
        kind="main"
        data-main
        disabled={!entry.text("text").trim()}
        onClick={() => tap({ kind: "seal_joint", side, text: entry.text("text") })}
      >
        Joint is done
      </Button>
    </div>
  );
}

export function Round({ work, tap, refused }: CartridgeProps) {
  const { units } = useSettings();
  const entry = useEntry({ torque: "", wrench: "", gaps: "" }, refused, "tighten_round");
  const side = work.cover_due;
  if (!side) return null;
  const count = work.screw_order.length;
  const asked = work.bearings.find((bearing) => bearing.side === side)?.next_nm;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "tighten_round",
          side,
          torque: entry.text("torque"),
          wrench: entry.text("wrench"),
          gaps: entry.text("gaps"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText
          entry={entry}
          name="torque"
          label="Torque of this round, with its unit"
          hint={asked ? `${Math.round(asked * 10) / 10} N·m in this pass` : undefined}
        />
        <EntryText entry={entry} name="wrench" label="With which wrench" />
      </div>
      <EntryText
        entry={entry}
        name="gaps"
        label={`Gap of the flange beside screws 1 to ${count}`}
        hint={`${Array.from({ length: count }, () => "0.5").join(" + ")}; empty once it is closed`}
      />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("torque").trim() || !entry.text("wrench").trim()}
      >
        This round is done
      </Button>
    </form>
  );
}
