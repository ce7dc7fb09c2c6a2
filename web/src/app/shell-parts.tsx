/** Small parts of the frame: who is here, what is kept on the device, a choice of two. */
import { useQuery } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { deviceCopy, getPeople } from "../api";
import { useSettings } from "../ui";

/** Said when there was no answer and what is shown was kept on this device. */
export function DeviceCopy() {
  const copied = useSyncExternalStore(deviceCopy.subscribe, deviceCopy.snapshot);
  return (
    <div aria-live="polite">
      {copied ? (
        <p className="mb-3 border-2 border-care bg-sheet px-3 py-2">
          <b className="text-care">△ No network.</b> Last saved copy. Taps wait here and are sent in order.
        </p>
      ) : null}
    </div>
  );
}

export function Flip({ now, a, b }: { now: boolean; a: string; b: string }) {
  return (
    <span>
      <b className={now ? "" : "font-normal text-soft"}>{a}</b>
      <span className="px-1 text-soft">/</span>
      <b className={now ? "font-normal text-soft" : ""}>{b}</b>
    </span>
  );
}

export function Who() {
  const { actor, change } = useSettings();
  const people = useQuery({ queryKey: ["people"], queryFn: getPeople, staleTime: 60_000 });
  return (
    <select
      aria-label="Who is at the bench"
      className="min-h-12 max-w-34 bg-transparent px-1 sm:max-w-40 sm:px-2"
      value={actor}
      onChange={(event) => change({ actor: event.target.value })}
    >
      <option value="">Who is here?</option>
      {[...new Set([...(people.data ?? []), ...(actor ? [actor] : [])])].map((name) => (
        <option key={name}>{name}</option>
      ))}
    </select>
  );
}
