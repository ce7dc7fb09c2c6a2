/**
 * The zero of its sheet: both hands until it stops; or tapped and tried again, one tap of the
 * screen for each try.
 */
import { useState } from "react";
import { Button, ChoiceRow, TextField } from "../../../../ui";
import type { AdapterProps } from "./panel";

export function Zero({ work, tap, refused }: AdapterProps) {
  const [from, setFrom] = useState<"both_hands" | "tapped" | "">("");
  const [by, setBy] = useState("");
  const at = (name: string) =>
    refused?.command.kind === "mark_unit_zero" ? refused.problem.at(name) : undefined;
  const zero = work.zero ?? from;
  const holds = work.taps.at(-1) === false;
  const mark = (tapped: boolean) =>
    tap({
      kind: "mark_unit_zero",
      tapped,
      counted_from: work.zero ? "" : from,
      said_by: work.zero ? "" : by,
    });
  const silent = work.zero === null;
  const asked = silent && (from === "" || !by.trim());
  return (
    <div className="space-y-3 pt-4">
      {silent ? (
        <>
          <ChoiceRow
            label="Its turns count from"
            column
            value={from}
            onChange={(value) => setFrom(value as "both_hands" | "tapped")}
            options={[
              { value: "both_hands", label: "both hands until it stops" },
              {
                value: "tapped",
                label: "tapped on the rim and tried again until it no longer moves",
              },
            ]}
            problem={at("counted_from")}
          />
          <TextField
            label="Who says so"
            hint="the maker, by phone; another sheet"
            value={by}
            onChange={(event) => setBy(event.target.value)}
            problem={at("said_by")}
          />
        </>
      ) : null}
      {zero === "tapped" ? (
        <>
          <p aria-live="polite">
            {work.taps.length === 0
              ? "No tap yet."
              : `${work.taps.length} ${work.taps.length === 1 ? "tap" : "taps"}; the last one ${holds ? "did not move it" : "moved it on"}.`}
          </p>
          <div className="flex flex-wrap gap-3">
            <Button
              kind={holds ? undefined : "main"}
              data-main={holds ? undefined : true}
              onClick={() => tap({ kind: "tap_rim", moved: false })}
            >
              Tapped: it did not move
            </Button>
            <Button onClick={() => tap({ kind: "tap_rim", moved: true })}>
              Tapped: it moved on
            </Button>
          </div>
        </>
      ) : null}
      <div className="flex flex-wrap gap-3">
        {zero === "tapped" ? (
          <Button
            kind={holds ? "main" : undefined}
            data-main={holds ? true : undefined}
            disabled={asked || !holds}
            onClick={() => mark(false)}
          >
            Marked here
          </Button>
        ) : (
          <Button kind="main" data-main disabled={asked} onClick={() => mark(false)}>
            Both hands, and marked
          </Button>
        )}
      </div>
      {zero === "both_hands" ? (
        <details>
          <summary className="min-h-12 cursor-pointer py-3">It was tapped on its rim</summary>
          <Button onClick={() => tap({ kind: "tap_rim", moved: true })}>It moved on</Button>
        </details>
      ) : null}
    </div>
  );
}
