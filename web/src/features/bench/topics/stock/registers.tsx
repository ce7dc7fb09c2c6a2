/**
 * Two registers that the run hangs on: what is in and must come out, and how tight each joint is.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { StockProps } from "./panel";

export function TemporaryParts({ work, tap, refused }: StockProps) {
  const entry = useEntry({ what: "", where: "" }, refused, "put_in");
  return (
    <section aria-label="Temporary parts">
      <h2 className="font-bold">Temporary parts</h2>
      <p className="text-sm text-soft">Nothing may be in when the machine is ready to run.</p>
      <ul>
        {work.temporary.map((part) => (
          <li
            key={part.entry}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
          >
            <span>
              {part.what} {part.where} <b>{part.out_by ? `out (${part.out_by})` : "in"}</b>
            </span>
            {part.out_by ? null : (
              <Button onClick={() => tap({ kind: "take_out", number: part.entry })}>
                Out again<span className="sr-only">: {part.what}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="space-y-3 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "put_in", what: entry.text("what"), where: entry.text("where") });
          entry.clear();
        }}
      >
        <EntryText
          entry={entry}
          name="what"
          label="Put in"
          words={[
            "jack under the shaft",
            "blocks under the shaft",
            "sling",
            "shaft protector",
            "film over the seal",
          ]}
        />
        <Button type="submit" disabled={!entry.text("what").trim()}>
          Fitted
        </Button>
      </form>
    </section>
  );
}

type Tightness = Extract<Command, { kind: "say_joint" }>["tightness"];

export function Joints({ work, tap, refused }: StockProps) {
  const entry = useEntry({ joint: "", wrench: "" }, refused, "say_joint");
  const [state, setState] = useState<Tightness>("snug");
  return (
    <section aria-label="Joints">
      <h2 className="font-bold">Joints</h2>
      <ul>
        {work.joints.map((one) => (
          <li
            key={one.joint}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
          >
            <span>
              {one.joint}: <b>{one.tightness}</b> {one.wrench}
            </span>
            {one.tightness === "at torque" ? null : (
              <Button
                onClick={() => {
                  entry.set("joint")(one.joint);
                  setState("at torque");
                }}
              >
                To torque<span className="sr-only">: {one.joint}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="space-y-3 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({
            kind: "say_joint",
            joint: entry.text("joint"),
            tightness: state,
            wrench: entry.text("wrench"),
          });
          entry.clear();
          setState("snug");
        }}
      >
        <EntryText
          entry={entry}
          name="joint"
          label="Joint"
          words={work.places.flatMap((one) => [
            `base bolts, ${one.name}`,
            `cap bolts, ${one.name}`,
          ])}
        />
        <ChoiceRow
          label="It is"
          value={state}
          onChange={(value) => setState(value as Tightness)}
          options={choicesOf("say_joint", "tightness")}
        />
        {state === "at torque" ? (
          <EntryText entry={entry} name="wrench" label="With which wrench, at what setting" />
        ) : null}
        <Button type="submit" disabled={!entry.text("joint").trim()}>
          Note the joint
        </Button>
      </form>
    </section>
  );
}
