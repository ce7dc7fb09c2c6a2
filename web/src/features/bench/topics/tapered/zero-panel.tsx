/**
 * The zero point of the method: metal-to-metal, hand-tight, or the start pressure of a hydraulic
 * nut.
 */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, TextField } from "../../../../ui";
import type { Refused, Tap } from "./parts";

/**
 * The zero that the sheet describes: only its own is offered; where it is silent, what it counts
 * from is asked.
 */
function SheetZero({ work, tap }: { work: Tapered; tap: Tap }) {
  const silent = work.zero_by === "silent";
  return (
    <div className="flex flex-wrap gap-3 pt-4">
      {work.zero_by === "tapped" ? null : (
        <Button
          kind={silent ? undefined : "main"}
          data-main={silent ? undefined : true}
          onClick={() =>
            tap({ kind: "set_zero", tap_tested: false, counted_from: silent ? "both_hands" : "" })
          }
        >
          {silent ? "It counts from both hands: marked there" : "Both hands, and marked"}
        </Button>
      )}
      {work.zero_by === "both_hands" ? null : (
        <Button
          kind={silent ? undefined : "main"}
          data-main={silent ? undefined : true}
          onClick={() =>
            tap({ kind: "set_zero", tap_tested: true, counted_from: silent ? "tapped" : "" })
          }
        >
          {silent
            ? "It counts from the tapped zero: it held, marked"
            : "Tapped, it no longer moves: marked"}
        </Button>
      )}
      {silent ? (
        <Button onClick={() => tap({ kind: "set_zero", tap_tested: false })}>
          Not known: marked, unproven
        </Button>
      ) : null}
    </div>
  );
}

export function ZeroPanel({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const [pressure, setPressure] = useState("");
  const problem =
    refused?.command.kind === "set_zero" ? refused.problem.at("start_pressure") : undefined;
  if (work.zero_by !== "" && !work.hydraulic) return <SheetZero work={work} tap={tap} />;
  if (work.hydraulic) {
    return (
      <form
        className="flex flex-wrap items-end gap-3 pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "set_zero", tap_tested: true, start_pressure: pressure });
        }}
      >
        <div className="w-52">
          <TextField
            label="Start pressure reached"
            value={pressure}
            placeholder="2.5 MPa, 25 bar, 360 psi"
            problem={problem}
            onChange={(event) => setPressure(event.target.value)}
            onChoose={(choice) =>
              tap({ kind: "set_zero", tap_tested: true, start_pressure: choice })
            }
          />
        </div>
        <Button kind="main" type="submit" data-main disabled={!pressure.trim()}>
          Indicator stands at zero
        </Button>
      </form>
    );
  }
  return (
    <div className="flex flex-wrap gap-3 pt-4">
      <Button kind="main" data-main onClick={() => tap({ kind: "set_zero", tap_tested: true })}>
        Marked, and it held after the tap
      </Button>
      <Button onClick={() => tap({ kind: "set_zero", tap_tested: false })}>
        Marked without the tap test
      </Button>
    </div>
  );
}
