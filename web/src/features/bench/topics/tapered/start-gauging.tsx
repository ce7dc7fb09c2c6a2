/** Begin a gauging; where a ring is warm, with the temperatures of both rings. */
import { useState } from "react";
import { Button, TextField } from "../../../../ui";
import type { Refused, Tap } from "./parts";

export function StartGauging({
  phase,
  label,
  main = false,
  places = null,
  tap,
  refused,
}: {
  phase: "initial" | "drive_up" | "final";
  label: string;
  main?: boolean;
  /** As many as planned, unless the next move asks for others. */
  places?: number | null;
  tap: Tap;
  refused: Refused;
}) {
  const [warm, setWarm] = useState(false);
  const [inner, setInner] = useState("");
  const [outer, setOuter] = useState("");
  const mine = refused?.command.kind === "start_gauging" ? refused.problem : undefined;
  return (
    <>
      <Button
        kind={main ? "main" : "plain"}
        data-main={main || undefined}
        onClick={() =>
          tap({
            kind: "start_gauging",
            phase,
            places,
            inner_temperature: warm ? inner : "",
            outer_temperature: warm ? outer : "",
          })
        }
      >
        {label}
      </Button>
      {warm ? (
        <div className="grid w-full max-w-md grid-cols-2 gap-3">
          <TextField
            label="Inner ring"
            value={inner}
            placeholder="27 °C"
            problem={mine?.at("inner_temperature")}
            onChange={(event) => setInner(event.target.value)}
          />
          <TextField
            label="Outer ring"
            value={outer}
            placeholder="23 °C"
            problem={mine?.at("outer_temperature")}
            onChange={(event) => setOuter(event.target.value)}
          />
        </div>
      ) : (
        <Button kind="quiet" onClick={() => setWarm(true)}>
          One ring is warmer
        </Button>
      )}
    </>
  );
}
