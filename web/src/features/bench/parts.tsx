/** What every panel of the bench shares. */
import type { ReactNode } from "react";
import type { Bench, Command, PlaceView, RefusedCommand } from "../../api";

export type Tap = (command: Command) => void;
export type Refused = RefusedCommand | null;

/** The bearing that is shown, or the only one. */
export function shownPlace(bench: Bench): PlaceView | undefined {
  return (
    bench.places.find((place) => place.id === bench.at) ??
    (bench.places.length === 1 ? bench.places[0] : undefined)
  );
}

/**
 * Names of the bearings without what they all begin with: “drive side” of “Head shaft, drive side”.
 */
export function shortNames(bench: Bench): Map<string, string> {
  const words = bench.places.map((place) => place.name.split(", "));
  const shared =
    words.length > 1
      ? words[0]!.findIndex((word, i) =>
          words.some((other) => other[i] !== word || i === other.length - 1),
        )
      : 0;
  return new Map(
    bench.places.map((place, i) => [place.id, words[i]!.slice(Math.max(0, shared)).join(", ")]),
  );
}

export function Row({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap gap-3 pt-4">{children}</div>;
}
