/**
 * What others mounted at this place, said again: size, shaft, seat. What was filled and set before
 * is judged by what is said now.
 */
import { useState } from "react";
import type { Bench } from "../../api";
import { Button, Overlay, useSettings } from "../../ui";
import { AskedField } from "./asked-field";
import type { Tap } from "./parts";
import { begun, changeable, saidAgain, type Said } from "./said-again";

type Place = Bench["places"][number];

export function FittedHere({ place, tap }: { place: Place; tap: Tap }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>
        Another bearing is fitted here
      </Button>
      {open && place.fitted ? (
        <Form said={place.fitted} name={place.name} tap={tap} onClose={() => setOpen(false)} />
      ) : null}
    </>
  );
}

function Form(props: {
  said: NonNullable<Place["fitted"]>;
  name: string;
  tap: Tap;
  onClose: () => void;
}) {
  const { units } = useSettings();
  const known = { says: "say_fitted", said: props.said };
  const fields = changeable(known);
  const [first] = useState<Said>(() =>
    Object.fromEntries(
      fields.map(([name, field]) => [name, begun(props.said[name], field, units)]),
    ),
  );
  const [said, setSaid] = useState(first);
  const set = (name: string) => (value: string) =>
    setSaid((before) =>
      // Another number has sizes of its own.
      name === "designation"
        ? { ...before, designation: value, bore: "", outside: "", width: "", design: "" }
        : { ...before, [name]: value },
    );
  const changed = fields.some(([name]) => said[name] !== first[name]);
  return (
    <Overlay
      title={`What is fitted at ${props.name}`}
      description="By the number on the ring, or by its sizes."
      open
      onClose={props.onClose}
    >
      {fields.map(([name, field]) => (
        <AskedField key={name} field={field} value={said[name] ?? ""} onChange={set(name)} />
      ))}
      <Button
        kind="main"
        disabled={!changed || !said.designation?.trim() || !said.shaft?.trim()}
        onClick={() => {
          props.tap(saidAgain(known, said, units));
          props.onClose();
        }}
      >
        This is fitted
      </Button>
    </Overlay>
  );
}
