/** How warm the housing is, and what it was read with. */
import type { ComponentProps } from "react";
import { ChoiceRow, TextField } from "../../ui";

const HINTS: Record<string, string> = { strip: "60-65", crayon: "<75 did not melt, >60 did" };

export function Warm(props: {
  by: string;
  onBy: (by: string) => void;
  read: Pick<ComponentProps<typeof TextField>, "value" | "onChange" | "problem">;
  problem: ComponentProps<typeof ChoiceRow>["problem"];
}) {
  return (
    <>
      <TextField
        label="Housing"
        hint={HINTS[props.by] ?? "°C or °F; empty: not read"}
        {...props.read}
      />
      {props.read.value ? (
        <ChoiceRow
          label="Read by"
          value={props.by}
          onChange={props.onBy}
          problem={props.problem}
          options={["thermometer", "sensor", "strip", "crayon"].map((value) => ({
            value,
            label: value,
          }))}
        />
      ) : null}
    </>
  );
}
