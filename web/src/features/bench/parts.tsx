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

export function Row({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap gap-3 pt-4">{children}</div>;
}
