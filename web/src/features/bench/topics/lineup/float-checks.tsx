/** What holds the shaft along its length: end play of a pair, and where the float was set. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { ChoiceRow } from "../../../../ui";
import { PlaceForm } from "./place-form";
import type { LineUpProps } from "./panel";

export function EndPlay(props: LineUpProps) {
  const [faces, setFaces] = useState<"outer" | "inner" | "">("");
  return (
    <PlaceForm
      {...props}
      kind="read_end_play"
      shaft
      action="Check the play"
      unready={!faces}
      fields={[{ name: "play", label: "End play, cold, pushed to and fro" }]}
      onSend={(_, v, shown) =>
        faces
          ? props.tap({ kind: "read_end_play", play: v["play"] ?? "", faces, shown })
          : undefined
      }
    >
      <ChoiceRow
        label="The pair holds at"
        value={faces}
        onChange={(value) => setFaces(value as typeof faces)}
        options={choicesOf("read_end_play", "faces")}
      />
    </PlaceForm>
  );
}

export function Offset(props: LineUpProps) {
  const [away, setAway] = useState(false);
  const several = props.work.drawing.bearings.filter((one) => one.short === "floating").length > 1;
  return (
    <PlaceForm
      {...props}
      kind="set_offset"
      shaft={!several}
      action="Note where it stands"
      fields={[{ name: "offset", label: "Floating bearing, from the middle of its seat" }]}
      onSend={(place, v, shown) =>
        props.tap({
          kind: "set_offset",
          offset: v["offset"] ?? "",
          away,
          place: several ? place : "",
          shown,
        })
      }
    >
      <ChoiceRow
        label="Way"
        value={away ? "away" : "towards"}
        onChange={(value) => setAway(value === "away")}
        options={[
          { value: "towards", label: "towards the fixed bearing" },
          { value: "away", label: "away from it" },
        ]}
      />
    </PlaceForm>
  );
}
