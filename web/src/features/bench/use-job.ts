/** A job with its outbox: what the server says, and taps on their way to it. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useSyncExternalStore } from "react";
import { AwayError, getJob, outbox, remember, type Bench, type Command, type OutboxState } from "../../api";

export interface JobAccess {
  bench: Bench | undefined;
  /** Why there is nothing to show, in words; empty while there is, or while it is fetched. */
  missing: string;
  outbox: OutboxState;
  tap: (command: Command) => void;
  drop: (id: string) => void;
}

export function useJob(id: string): JobAccess {
  const queries = useQueryClient();
  const query = useQuery({ queryKey: ["job", id], queryFn: () => getJob(id), refetchInterval: 15_000 });
  useEffect(
    () =>
      outbox.listen(id, (bench) => {
        // An answer under way to an older question must not overwrite this one.
        void queries.cancelQueries({ queryKey: ["job", id] });
        queries.setQueryData(["job", id], bench);
        void remember(`/api/jobs/${id}`, bench);
      }),
    [id, queries],
  );
  const state = useSyncExternalStore(
    outbox.subscribe,
    useCallback(() => outbox.snapshot(id), [id]),
  );
  const tap = useCallback((command: Command) => outbox.add(id, command), [id]);
  const drop = useCallback((refused: string) => outbox.drop(refused), []);
  const missing = query.isError && !query.data ? why(query.error) : "";
  return { bench: query.data, missing, outbox: state, tap, drop };
}

function why(error: Error): string {
  return error instanceof AwayError ? error.why : error.message;
}
