/** A warm shaft or ring, and the seat as planned. */
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { PrepareProps } from "./panel";

export function Warmth({ work, tap, refused }: PrepareProps) {
  const entry = useEntry({ shaft_temperature: "", ring_temperature: "" }, refused, "say_warmth");
  const send = () => {
    const [shaft, ring] = [entry.text("shaft_temperature"), entry.text("ring_temperature")];
    tap({ kind: "say_warmth", shaft_temperature: shaft, ring_temperature: ring });
    entry.clear();
  };
  const known = work.shaft_c !== null;
  return (
    <details open={!known && entry.text("shaft_temperature") !== ""}>
      <summary className="min-h-12 py-3 text-dye underline underline-offset-4">
        {known
          ? `Shaft at ${work.shaft_c} °C: measured`
          : "Temperatures, where shaft or ring is not at 20 °C"}
      </summary>
      <div className="space-y-3">
        <EntryText entry={entry} name="shaft_temperature" label="Shaft" hint="for example 34 °C" />
        <EntryText
          entry={entry}
          name="ring_temperature"
          label="Ring (where its bore is measured too)"
        />
        <Button disabled={!entry.text("shaft_temperature").trim()} onClick={send}>
          Note the temperatures
        </Button>
      </div>
    </details>
  );
}

export function PlanSeat({ tap, refused }: PrepareProps) {
  const entry = useEntry({ nominal: "", shaft_class: "", reason: "" }, refused, "plan_seat");
  const send = (event: React.FormEvent) => {
    event.preventDefault();
    const [nominal, shaft_class, reason] = ["nominal", "shaft_class", "reason"].map(entry.text) as [
      string,
      string,
      string,
    ];
    tap({
      kind: "plan_seat",
      seat: shaft_class ? "cylindrical" : "sleeve",
      nominal,
      shaft_class,
      reason,
    });
  };
  return (
    <form className="space-y-3 pt-4" onSubmit={send}>
      <EntryText entry={entry} name="nominal" label="Nominal size" />
      <EntryText
        entry={entry}
        name="shaft_class"
        label="Class (empty: seat under a sleeve)"
        words={["k5", "m5", "m6", "n6"]}
      />
      <EntryText
        entry={entry}
        name="reason"
        label="By what"
        words={["by the drawing", "by the maker's sheet"]}
      />
      <Button kind="main" type="submit">
        Plan the seat
      </Button>
    </form>
  );
}
