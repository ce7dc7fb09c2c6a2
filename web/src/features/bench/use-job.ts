/**
 * A job with its outbox: what the server says of the task that is shown, and taps on their way to
 * it.
 */
import { useQuery, useQueryClient, keepPreviousData } from "@tanstack/react-query";
import { useCallback, useEffect, useSyncExternalStore } from "react";
import {
  AwayError,
  getJob,
  getNewest,
  outbox,
  remember,
  type Bench,
  type Command,
  type OutboxState,
} from "../../api";
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

/** How often is asked what is new; less often where nobody answers. */
const LIVE_MS = 1_000;
const AWAY_MS = 5_000;

/** The task that is shown as a query: a bearing, a stage, or what is next. */
export function showOf(at: string, stage: string, paper = false): string {
  const asked = new URLSearchParams();
  if (paper) asked.set("paper", "true");
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
    refetchInterval: 60_000,
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
  const seen = query.data?.last_seq;
  useLive(id, seen);
  const tap = useCallback(
    (command: Command, at = here) => outbox.add(id, command, at, show, [], seen),
    [id, here, show, seen],
  );
  const drop = useCallback((refused: string) => outbox.drop(refused), []);
  const again = useCallback<Again>(
    ({ at }, command, meant) => outbox.add(id, command, at, show, meant, seen),
    [id, show, seen],
  );
  const missing = query.isError && !query.data ? why(query.error) : "";
  return { bench: query.data, missing, outbox: state, tap, drop, again };
}

/**
 * What others log shows within a second: a tiny question each second while the page is in sight,
 * and the job when there is more.
 */
function useLive(id: string, seen = 0): void {
  const queries = useQueryClient();
  useQuery({
    queryKey: ["newest", id],
    queryFn: async ({ signal }) => {
      const newest = await getNewest(
        id,
        seen,
        AbortSignal.any([signal, AbortSignal.timeout(4_000)]),
      );
      if (newest !== null) await queries.invalidateQueries({ queryKey: ["job", id] });
      return newest ?? seen;
    },
    enabled: seen > 0,
    retry: false,
    gcTime: 0,
    refetchInterval: ({ state }) => (state.status === "error" ? AWAY_MS : LIVE_MS),
  });
}

function why(error: Error): string {
  return error instanceof AwayError ? error.why : error.message;
}
