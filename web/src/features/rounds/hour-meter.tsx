/**
 * The hour meter of a machine, with what it showed last; a new one says what the old one showed
 * last.
 */
import type { ComponentProps } from "react";
import { TextField } from "../../ui";
import type { StopNow } from "./use-walk";

type Field = Omit<ComponentProps<typeof TextField>, "label">;

export function HourMeter({ stop, meter, old }: { stop: StopNow; meter: Field; old: Field }) {
  const { meter_h, meter_on } = stop;
  return (
    <>
      <TextField
        label="Hour meter"
        inputMode="numeric"
        hint={meter_h === null ? "h; empty: not read" : `h; ${meter_h} on ${meter_on}`}
        {...meter}
      />
      {meter_h === null ? null : (
        <details open={old.value !== ""}>
          <summary className="min-h-12 cursor-pointer py-3 font-bold">
            The hour meter was replaced
          </summary>
          <TextField
            label="The old one showed last"
            inputMode="numeric"
            hint={`h; ${meter_h} on ${meter_on}. The hour meter above is the new one.`}
            {...old}
          />
        </details>
      )}
    </>
  );
}
