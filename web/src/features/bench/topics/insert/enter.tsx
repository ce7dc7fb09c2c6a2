/** The new insert in: which face its groove looks to, and where its pin is. */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import type { InsertProps } from "./panel";

type EnterInsert = Extract<Command, { kind: "enter_insert" }>;

export function Enter({ tap }: InsertProps) {
  const [faces, setFaces] = useState<EnterInsert["groove_faces"] | "">("");
  const [pin, setPin] = useState<EnterInsert["pin"] | "">("");
  return (
    <div className="space-y-3 pt-4">
      <ChoiceRow
        label="Its grease groove looks to"
        value={faces}
        onChange={(value) => setFaces(value as EnterInsert["groove_faces"])}
        options={choicesOf("enter_insert", "groove_faces")}
      />
      <ChoiceRow
        label="Its pin is"
        value={pin}
        onChange={(value) => setPin(value as EnterInsert["pin"])}
        options={choicesOf("enter_insert", "pin")}
      />
      <Button
        kind="main"
        data-main
        disabled={!faces || !pin}
        onClick={() => faces && pin && tap({ kind: "enter_insert", groove_faces: faces, pin })}
      >
        Fitted
      </Button>
    </div>
  );
}
