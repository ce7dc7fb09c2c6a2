/** Into the hub: home, or stopped on the way. */
import { useState } from "react";
import { Button, TextField } from "../../../../ui";
import type { HubProps } from "./panel";

export function PushIn({ tap }: HubProps) {
  const [text, setText] = useState("");
  return (
    <section aria-label="Into the hub" className="space-y-3">
      <TextField
        label="How it went, force on the gauge"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main onClick={() => tap({ kind: "push_in", text })}>
          At the shoulder of its hub
        </Button>
        <Button
          kind="stop"
          onClick={() => tap({ kind: "stop_in", text: "it hesitated or tilted" })}
        >
          It sticks or cocks: stop
        </Button>
      </div>
    </section>
  );
}
