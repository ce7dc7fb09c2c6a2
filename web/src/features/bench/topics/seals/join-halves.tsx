/**
 * The halves of a labyrinth, pressed together on the bench: which one carries the rings, filled,
 * chamfered end first.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Button, ChoiceRow, Tick } from "../../../../ui";
import type { SealProps } from "./panel";

type Join = Extract<Command, { kind: "join_labyrinth" }>;

export function JoinHalves({ work, tap }: SealProps) {
  const [rings, setRings] = useState<Join["rings"] | "">("");
  const [ticked, setTicked] = useState({
    filled: false,
    rings_up: false,
    chamfer_first: false,
    turns: false,
  });
  const side = work.due_side;
  if (!side) return null;
  const tick = (name: keyof typeof ticked, label: string) => (
    <Tick
      label={label}
      checked={ticked[name]}
      onChange={(checked) => setTicked((now) => ({ ...now, [name]: checked }))}
    />
  );
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (rings) tap({ kind: "join_labyrinth", side, rings, ...ticked });
      }}
    >
      <ChoiceRow
        label="The piston rings sit on"
        value={rings}
        onChange={(value) => setRings(value as Join["rings"])}
        options={choicesOf("join_labyrinth", "rings")}
      />
      {tick("filled", "Its groove is full of grease")}
      {rings && rings !== "neither" ? (
        <>
          {tick("rings_up", "The half with the rings lay on the bench, rings up")}
          {tick("chamfer_first", "The plain half went over the rings with its chamfered end first")}
        </>
      ) : null}
      {tick("turns", "Pressed together evenly: the halves turn against each other")}
      <Button kind="main" data-main type="submit" disabled={!rings}>
        Joined
      </Button>
    </form>
  );
}
