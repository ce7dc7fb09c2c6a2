/**
 * The last tap, taken back by whoever made it: offered for a minute, on the device that made it.
 */
import { useEffect, useState } from "react";
import { outbox, type Bench } from "../../api";
import { Button, Say } from "../../ui";
import type { JobAccess } from "./use-job";

const WITHIN_MS = 60_000;

export function UndoLine({ bench, tap }: { bench: Bench; tap: JobAccess["tap"] }) {
  const own = bench.undo.find((id) => outbox.madeAt(id) !== null);
  const until = own ? (outbox.madeAt(own) ?? 0) + WITHIN_MS : 0;
  // The tap whose minute is over.
  const [over, setOver] = useState<string>();
  useEffect(() => {
    if (!own) return;
    const end = setTimeout(() => setOver(own), Math.max(until - Date.now(), 0));
    return () => clearTimeout(end);
  }, [own, until]);
  const line = bench.log.findLast(({ at }) => at === bench.at) ?? bench.log.at(-1);
  if (!own || own === over || !line) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 pt-3 text-sm text-soft">
      <span className="min-w-0 flex-1 basis-40">
        Logged: <Say>{line.text}</Say>
      </span>
      <Button onClick={() => tap({ kind: "undo", tap: own })}>Undo</Button>
    </p>
  );
}
