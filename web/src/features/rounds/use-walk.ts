/**
 * A round with its outbox: what the server says of every stop, and what was tapped here and is not
 * there yet.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useSyncExternalStore } from "react";
import type { Again } from "../../ui";
import {
  AwayError,
  getWalk,
  outbox,
  remember,
  type Command,
  type StopWork,
  type Walk,
} from "../../api";

export interface StopNow extends StopWork {
  /** Tapped on this device, not acknowledged yet. */
  waiting: boolean;
  /** Minutes since the stop that was done before it, by the walker's own clock. */
  after_min?: number;
}

/** Stops as they stand with what waits on this device. */
export function withTaps(walk: Walk, taps: { at: string; command: Command }[]): StopNow[] {
  return walk.stops.map((stop) => {
    const mine = taps.findLast(
      ({ at, command }) =>
        at === stop.at && (command.kind === "do_stop" || command.kind === "skip_stop"),
    );
    if (!mine) return { ...stop, waiting: false };
    const skipped = mine.command.kind === "skip_stop";
    return {
      ...stop,
      state: skipped ? "skipped" : "done",
      waiting: true,
      told: told(mine.command),
    };
  });
}

/** How long after the one before each stop was done, in the order in which they were. */
export function withTimes(stops: StopNow[]): StopNow[] {
  const times = stops
    .flatMap(({ done_at }) => (done_at ? [Date.parse(done_at)] : []))
    .sort((a, b) => a - b);
  return stops.map((stop) => {
    const before = stop.done_at
      ? times.findLast((time) => time < Date.parse(stop.done_at ?? ""))
      : undefined;
    if (before === undefined || !stop.done_at) return stop;
    return { ...stop, after_min: Math.round((Date.parse(stop.done_at) - before) / 60_000) };
  });
}

function told(command: Command): string {
  if (command.kind === "skip_stop") return `Skipped: ${command.reason}`;
  if (command.kind !== "do_stop") return "";
  const parts = [
    command.strokes ? `${command.strokes} strokes` : "",
    command.temperature ?? "",
    command.text ?? "",
  ];
  return `Done. ${parts.filter(Boolean).join("; ")}`;
}

export function useWalk(id: string) {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ["walk", id],
    queryFn: () => getWalk(id),
    refetchInterval: 30_000,
  });
  useEffect(
    () => outbox.listen(id, () => void queries.invalidateQueries({ queryKey: ["walk", id] })),
    [id, queries],
  );
  // What a reload without a network finds again.
  useEffect(() => {
    if (query.data) void remember(`/api/rounds/${id}`, query.data);
  }, [id, query.data]);
  const state = useSyncExternalStore(
    outbox.subscribe,
    useCallback(() => outbox.snapshot(id), [id]),
  );
  const tap = useCallback((command: Command, at: string) => outbox.add(id, command, at), [id]);
  const again = useCallback<Again>(
    ({ at }, command, meant) => outbox.add(id, command, at, "", meant),
    [id],
  );
  const drop = useCallback((refused: string) => outbox.drop(refused), []);
  const walk = query.data;
  const stops = useMemo(
    () => (walk ? withTimes(withTaps(walk, state.taps)) : []),
    [walk, state.taps],
  );
  const error = query.error;
  const missing =
    query.isError && !walk ? (error instanceof AwayError ? error.why : (error?.message ?? "")) : "";
  return { walk, stops, outbox: state, tap, drop, again, missing };
}
