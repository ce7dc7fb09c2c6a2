/** Stud and hole, or pin and bore, measured; a heavy press only by name. */
import { useState } from "react";
import { Button, NamedReason, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { FollowerProps } from "./panel";

export function Fit({ work, tap, refused }: FollowerProps) {
  const { units } = useSettings();
  const entry = useEntry({ stud: "", hole: "" }, refused, "fit_stud");
  const [deciding, setDeciding] = useState(false);
  const send = (decided_by = "", reason = "") =>
    tap({
      kind: "fit_stud",
      stud: entry.text("stud"),
      hole: entry.text("hole"),
      shown: units === "mm" ? "mm" : "in",
      decided_by,
      reason,
    });
  const missing = !entry.text("stud").trim() || !entry.text("hole").trim();
  return (
    <form
      className="grid gap-3 pt-4 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <EntryText
        entry={entry}
        name="stud"
        label={work.mount === "yoke" ? "Pin, measured" : "Stud, measured"}
      />
      <EntryText
        entry={entry}
        name="hole"
        label={work.mount === "yoke" ? "Follower's bore, measured" : "Hole, measured"}
      />
      <Button kind="main" data-main type="submit" disabled={missing}>
        Work out the fit
      </Button>
      {work.fit?.level === "stop" ? (
        <Button kind="stop" disabled={missing} onClick={() => setDeciding(true)}>
          Use anyway (sign)
        </Button>
      ) : null}
      <NamedReason
        title={`Use it all the same: ${work.fit?.word ?? ""}`}
        description={work.fit?.reason ?? ""}
        action="Use it"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={send}
      />
    </form>
  );
}
