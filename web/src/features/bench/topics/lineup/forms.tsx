/**
 * What the shaft line is computed from: who holds it, marks, seats and rings, temperatures,
 * sleeves.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import { PlaceForm } from "./place-form";
import type { LineUpProps } from "./panel";

type Groove = NonNullable<Extract<Command, { kind: "say_float" }>["groove"]>;

export function FloatForm({ work, tap, refused }: LineUpProps) {
  const asked =
    work.drawing.bearings.find((one) => one.floats === "unknown") ?? work.drawing.bearings[0];
  const [place, setPlace] = useState("");
  const [groove, setGroove] = useState<Groove>("");
  const at = place || asked?.id || "";
  const problem = refused?.command.kind === "say_float" ? refused.problem.at("groove") : undefined;
  return (
    <div className="space-y-3">
      <ChoiceRow
        label="Bearing"
        value={at}
        onChange={setPlace}
        options={work.drawing.bearings.map((one) => ({
          value: one.id,
          label: one.name,
          note: one.short,
        }))}
      />
      <ChoiceRow
        label="Snap ring of a one-piece housing"
        value={groove}
        onChange={(value) => setGroove(value as typeof groove)}
        options={choicesOf("say_float", "groove")}
        problem={problem}
      />
      <div className="grid gap-2">
        {work.choices.map((choice) => (
          <Button
            key={choice.value}
            onClick={() => {
              tap({ kind: "say_float", place: at, floats: choice.value, groove });
              setPlace("");
              // A ring in a groove belongs to one housing.
              setGroove("");
            }}
          >
            {choice.words}
          </Button>
        ))}
      </div>
    </div>
  );
}

export function MarkForm(props: LineUpProps) {
  const missing = props.work.drawing.bearings.find((one) => one.at_mm === null);
  return (
    <PlaceForm
      {...props}
      key={missing?.id}
      kind="say_mark"
      first={missing?.id}
      action="Note the centre mark"
      fields={[
        { name: "at", label: "Centre mark from the datum" },
        {
          name: "datum",
          label: `Datum (now: ${props.work.drawing.datum})`,
          open: true,
          words: ["shaft shoulder", "coupling end"],
        },
      ]}
      onSend={(place, v, shown) =>
        props.tap({ kind: "say_mark", place, at: v["at"] ?? "", datum: v["datum"] ?? "", shown })
      }
    />
  );
}

export function RingsForm(props: LineUpProps) {
  return (
    <PlaceForm
      {...props}
      kind="say_rings"
      first={props.work.floating}
      action="Work out the room"
      fields={[
        { name: "seat", label: "Width of the housing seat" },
        {
          name: "near",
          label: "Rings on the datum's side (leave blank if none)",
          hint: "several with a plus: 10 + 10",
          open: true,
        },
        {
          name: "far",
          label: "Rings on the side away from the datum (leave blank if none)",
          open: true,
        },
      ]}
      onSend={(place, v, shown) =>
        props.tap({
          kind: "say_rings",
          place,
          seat: v["seat"] ?? "",
          near: v["near"] ?? "",
          far: v["far"] ?? "",
          shown,
        })
      }
    />
  );
}
