/** A job with its outbox: what the server says, and taps on their way to it. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useSyncExternalStore } from "react";
import { Outbox, getJob, remember, type Bench, type Command, type OutboxState } from "../../api";
import { useSettings } from "../../ui";

export interface JobAccess {
  bench: Bench | undefined;
  missing: boolean;
  outbox: OutboxState;
  tap: (command: Command) => void;
  dismiss: () => void;
}

export function useJob(id: string): JobAccess {
  const queries = useQueryClient();
  const { actor } = useSettings();
  const query = useQuery({ queryKey: ["job", id], queryFn: () => getJob(id), refetchInterval: 15_000 });
  const outbox = useMemo(
    () =>
      new Outbox(id, (bench) => {
        // An answer under way to an older question must not overwrite this one.
        void queries.cancelQueries({ queryKey: ["job", id] });
        queries.setQueryData(["job", id], bench);
        void remember(`/api/jobs/${id}`, bench);
      }),
    [id, queries],
  );
  useEffect(() => outbox.start(), [outbox]);
  const state = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  const tap = useCallback((command: Command) => outbox.add(actor, command), [outbox, actor]);
  const dismiss = useCallback(() => outbox.dismiss(), [outbox]);
  return { bench: query.data, missing: query.isError && !query.data, outbox: state, tap, dismiss };
}
