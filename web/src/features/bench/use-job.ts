/** A job with its outbox: what the server says of the task that is shown, and taps on their way to it. */
import { useQuery, useQueryClient, keepPreviousData } from "@tanstack/react-query";
import { useCallback, useEffect, useSyncExternalStore } from "react";
import { AwayError, getJob, outbox, remember, type Bench, type Command, type OutboxState } from "../../api";
import type { Again } from "../../ui";

export interface JobAccess {
  bench: Bench | undefined;
  /** Why there is nothing to show, in words; empty while there is, or while it is fetched. */
  missing: string;
  outbox: OutboxState;
  /** A tap, at the bearing that is shown unless another one is named. */
  tap: (command: Command, at?: string) => void;
  drop: (id: string) => void;
  /** A tap that was read back, said again: with another number, or as it is meant. */
  again: Again;
}

/** The task that is shown as a query: a bearing, a stage, or what is next. */
export function showOf(at: string, stage: string): string {
  const asked = new URLSearchParams();
  if (at) asked.set("at", at);
  if (stage) asked.set("stage", stage);
  const query = asked.toString();
  return query ? `?${query}` : "";
}

export function useJob(id: string, show: string): JobAccess {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ["job", id, show],
    queryFn: () => getJob(id, show),
    refetchInterval: 15_000,
    placeholderData: keepPreviousData,
  });
  useEffect(
    () =>
      outbox.listen(id, (bench, shown) => {
        // An answer under way to an older question must not overwrite this one.
        void queries.cancelQueries({ queryKey: ["job", id] });
        queries.setQueryData(["job", id, shown], bench);
        void remember(`/api/jobs/${id}${shown}`, bench);
        // Other views of the same job are behind now.
        void queries.invalidateQueries({
          queryKey: ["job", id],
          predicate: ({ queryKey }) => queryKey[2] !== shown,
        });
        void queries.invalidateQueries({ queryKey: ["figures", id] });
      }),
    [id, queries],
  );
  const state = useSyncExternalStore(
    outbox.subscribe,
    useCallback(() => outbox.snapshot(id), [id]),
  );
  const here = query.data?.at ?? "";
  const tap = useCallback(
    (command: Command, at = here) => outbox.add(id, command, at, show),
    [id, here, show],
  );
  const drop = useCallback((refused: string) => outbox.drop(refused), []);
  const again = useCallback<Again>(
    ({ at }, command, meant) => outbox.add(id, command, at, show, meant),
    [id, show],
  );
  const missing = query.isError && !query.data ? why(query.error) : "";
  return { bench: query.data, missing, outbox: state, tap, drop, again };
}

function why(error: Error): string {
  return error instanceof AwayError ? error.why : error.message;
}
