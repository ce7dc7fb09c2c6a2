/** Taps that wait on this device for another server that was at this address. */
import { useSyncExternalStore } from "react";
import { outbox } from "../api";
import { Button, moment } from "../ui";

export function Elsewhere() {
  const taps = useSyncExternalStore(outbox.subscribe, outbox.elsewhere);
  if (!taps.length) return null;
  const [are, they] =
    taps.length === 1 ? ["1 tap waits", "It is"] : [`${taps.length} taps wait`, "They are"];
  return (
    <details className="mb-3 border-2 border-care px-3 py-1" aria-live="polite">
      <summary className="min-h-12 py-2">
        <b className="text-care">△ {are} for another server</b> that was at this address. {they}{" "}
        kept here, and sent when it answers again.
      </summary>
      <ul className="space-y-2 pb-2">
        {taps.map((tap) => (
          <li
            key={tap.client_event_id}
            className="flex flex-wrap items-center justify-between gap-2 border-t border-rule pt-2"
          >
            <span>
              {tap.command.kind.replaceAll("_", " ")}, {tap.actor || "somebody without a name"},{" "}
              {moment(tap.happened_at)}
            </span>
            <Button onClick={() => outbox.giveUp(tap.client_event_id)}>Give it up</Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
