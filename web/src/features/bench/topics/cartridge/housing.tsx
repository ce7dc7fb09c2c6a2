/**
 * The first bearing cooled, the shaft into the housing by hand, the housing turned over on its
 * blocks.
 */
import { Button, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { CartridgeProps } from "./panel";

const PARTS = ["handle rod on the shaft end", "nut on the bare thread", "cap on the shaft end"];

export function Cooled({ tap, refused }: CartridgeProps) {
  const entry = useEntry({ ring_temperature: "", housing_temperature: "" }, refused, "read_cooled");
  const missing =
    !entry.text("ring_temperature").trim() || !entry.text("housing_temperature").trim();
  return (
    <>
      <form
        className="grid gap-3 pt-4 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({
            kind: "read_cooled",
            ring_temperature: entry.text("ring_temperature"),
            housing_temperature: entry.text("housing_temperature"),
          });
        }}
      >
        <EntryText
          entry={entry}
          name="ring_temperature"
          label="Bearing on the shaft"
          hint="28 °C"
        />
        <EntryText entry={entry} name="housing_temperature" label="Housing" hint="20 °C" />
        <Button kind="main" data-main type="submit" disabled={missing}>
          Cool enough?
        </Button>
      </form>
      <div
        className="flex flex-wrap gap-2 pt-4"
        role="group"
        aria-label="Temporary parts that go on now"
      >
        {PARTS.map((what) => (
          <Button key={what} onClick={() => tap({ kind: "put_in", what, where: "cartridge" })}>
            Write down: {what}
          </Button>
        ))}
      </div>
    </>
  );
}

export function Enter({ tap, refused }: CartridgeProps) {
  const entry = useEntry({ text: "" }, refused, "enter_housing");
  const said = entry.text("text");
  return (
    <div className="space-y-3 pt-4">
      <EntryText
        entry={entry}
        name="text"
        label="Where it stopped (needed where it does not go in)"
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          onClick={() => tap({ kind: "enter_housing", by_hand: true, text: said })}
        >
          Fitted, by hand
        </Button>
        <Button
          kind="stop"
          disabled={!said.trim()}
          onClick={() => tap({ kind: "enter_housing", by_hand: false, text: said })}
        >
          It does not go in
        </Button>
      </div>
    </div>
  );
}

/** Room below: before the shaft is lowered, and again when the housing is turned over. */
export function Room({ tap, refused, before = false }: CartridgeProps & { before?: boolean }) {
  const { units } = useSettings();
  const kind = before ? "measure_below" : "turn_over";
  const entry = useEntry({ stands_out: "", free: "" }, refused, kind);
  const missing = !entry.text("stands_out").trim() || !entry.text("free").trim();
  return (
    <form
      className="grid gap-3 pt-4 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind,
          stands_out: entry.text("stands_out"),
          free: entry.text("free"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <EntryText
        entry={entry}
        name="stands_out"
        label={before ? "Shaft will stick out below by" : "Shaft sticks out below by"}
      />
      <EntryText entry={entry} name="free" label="Free height of the blocks" />
      <Button kind="main" data-main type="submit" disabled={missing}>
        {before ? "High enough?" : "Turned over: high enough?"}
      </Button>
    </form>
  );
}
