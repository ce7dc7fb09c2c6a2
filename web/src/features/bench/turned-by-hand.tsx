/** How it turns by hand; words are needed where it is not free. */
import { useState } from "react";
import { Button, TextField } from "../../ui";

export function TurnedByHand({ onSay }: { onSay: (freely: boolean, text: string) => void }) {
  const [text, setText] = useState("");
  return (
    <div className="space-y-3 pt-4">
      <TextField
        label="Describe (if not free)"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main onClick={() => onSay(true, text)}>
          It turns freely
        </Button>
        <Button kind="stop" disabled={!text.trim()} onClick={() => onSay(false, text)}>
          It does not
        </Button>
      </div>
    </div>
  );
}
