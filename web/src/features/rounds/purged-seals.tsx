/**
 * The labyrinth seals of a stop: strokes through their own fitting, and whether grease shows all
 * round.
 */
import type { ComponentProps } from "react";
import { choicesOf } from "../../api";
import { ChoiceRow, TextField } from "../../ui";

type Shows = "" | "yes" | "no";

export function PurgedSeals(props: {
  last: number | null;
  strokes: Pick<ComponentProps<typeof TextField>, "value" | "onChange" | "problem">;
  shows: Shows;
  onShows: (shows: Shows) => void;
  problem: ComponentProps<typeof TextField>["problem"];
}) {
  return (
    <>
      <div className="w-56">
        <TextField
          label="Strokes into its seals"
          inputMode="numeric"
          hint={props.last === null ? "counted, until it shows" : `${props.last} last time`}
          {...props.strokes}
        />
      </div>
      <ChoiceRow
        label="Grease shows at the seals"
        value={props.shows}
        onChange={(value) => props.onShows(value as Shows)}
        options={choicesOf("do_stop", "seal_shows", false)}
        problem={props.problem}
      />
    </>
  );
}
