/** How the gun pushed at a stop, and whether the plug of the grease hole is back. */
import type { ComponentProps } from "react";
import { choicesOf } from "../../api";
import { ChoiceRow } from "../../ui";

type Push = "" | "easy" | "hard" | "not";
type Back = "" | "yes" | "no";

export function Hole(props: {
  plug: boolean;
  push: Push;
  onPush: (push: Push) => void;
  back: Back;
  onBack: (back: Back) => void;
  problem: ComponentProps<typeof ChoiceRow>["problem"];
}) {
  return (
    <>
      <ChoiceRow
        label="The gun pushed"
        value={props.push}
        onChange={(value) => props.onPush(value as Push)}
        options={choicesOf("do_stop", "push", false)}
      />
      {props.plug ? (
        <ChoiceRow
          label="Fitting out, plug back"
          value={props.back}
          onChange={(value) => props.onBack(value as Back)}
          options={choicesOf("do_stop", "plug_back", false)}
          problem={props.problem}
        />
      ) : null}
    </>
  );
}
