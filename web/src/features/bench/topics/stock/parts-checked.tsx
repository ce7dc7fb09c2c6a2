/**
 * Numbers on new parts against what is asked for; what differs is said in words, and is a decision
 * with a name.
 */
import { useState } from "react";
import { Button, ChoiceRow, NamedReason, Say } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { StockProps, StockWork } from "./panel";

const PARTS = ["bearing", "sleeve", "nut", "washer", "locating rings", "seals", "block"];

export function Parts({ work, tap, refused }: StockProps) {
  const [place, setPlace] = useState("");
  const at = place || work.next_place || work.places[0]?.id || "";
  const entry = useEntry({ part: "bearing", specified: "", found: "" }, refused, "check_part");
  const asked = work.places.find((one) => one.id === at)?.specified ?? "";
  const specified = entry.text("specified") || (entry.text("part") === "bearing" ? asked : "");
  const send = (found: string) => {
    tap({ kind: "check_part", place: at, part: entry.text("part"), specified, found });
    entry.clear();
    setPlace("");
  };
  return (
    <section aria-label="Parts and numbers">
      <h2 className="font-bold">Parts and numbers</h2>
      <form
        className="space-y-3 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          send(entry.text("found"));
        }}
      >
        <ChoiceRow
          label="Bearing"
          value={at}
          onChange={setPlace}
          options={work.places.map((one) => ({ value: one.id, label: one.name }))}
        />
        <ChoiceRow
          label="Part"
          value={entry.text("part")}
          onChange={entry.set("part")}
          options={PARTS.map((part) => ({ value: part, label: part }))}
        />
        <EntryText entry={entry} name="specified" hint={asked && `The plan asks for ${asked}.`} />
        <EntryText entry={entry} name="found" words={specified ? [specified] : []} />
        <Button type="submit" kind="main" data-main disabled={!entry.text("found").trim()}>
          Compare
        </Button>
      </form>
      <ul className="space-y-2 pt-2">
        {work.parts.map((part) => (
          <Checked key={`${part.place}.${part.part}`} part={part} work={work} tap={tap} />
        ))}
      </ul>
    </section>
  );
}

type Part = StockWork["parts"][number];

function Checked({ part, work, tap }: { part: Part; work: StockWork; tap: StockProps["tap"] }) {
  const [deciding, setDeciding] = useState(false);
  const where = work.places.find((one) => one.id === part.place)?.name ?? "";
  const open = part.differs.some((one) => one.grave) && !part.decided_by;
  return (
    <li className={open ? "border-4 border-oxide p-2" : "text-sm"}>
      {where}, {part.part} <b>{part.found}</b>: {part.differs.length === 0 ? "matches" : "differs"}
      <ul className="list-disc pl-5">
        {part.differs.map((one) => (
          <li key={one.what}>
            <Say>{`${one.what}: ${one.found}, asked for ${one.specified}`}</Say>
          </li>
        ))}
      </ul>
      {part.decided_by ? (
        <p>
          Used by decision of {part.decided_by}: {part.reason}
        </p>
      ) : null}
      {open ? (
        <Button kind="stop" onClick={() => setDeciding(true)}>
          Use anyway (sign)
        </Button>
      ) : null}
      <NamedReason
        title={`Use ${part.found} in place of ${part.specified}`}
        description="A different number is a decision with a name, not an accident."
        action="Use it"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={(name, reason) => {
          const { place, part: what, specified, found } = part;
          tap({
            kind: "check_part",
            place,
            part: what,
            specified,
            found,
            decided_by: name,
            reason,
          });
        }}
      />
    </li>
  );
}
