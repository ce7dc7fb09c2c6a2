/** It is off, or it cocked. */
import { useState } from "react";
import { Button, TextField } from "../../../../ui";
import type { RemovalProps } from "./panel";

export function ComesOff({ tap }: Pick<RemovalProps, "tap">) {
  const [how, setHow] = useState("");
  return (
    <section aria-label="It comes off" className="space-y-3">
      <TextField
        label="How it came, or what jammed"
        value={how}
        onChange={(event) => setHow(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          onClick={() => tap({ kind: "say_off", text: how || "as planned" })}
        >
          It is off
        </Button>
        <Button kind="stop" onClick={() => tap({ kind: "say_cocked", text: how || "it tilted" })}>
          It is cocked: stop
        </Button>
      </div>
    </section>
  );
}
