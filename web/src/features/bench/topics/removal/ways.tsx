/** Every way to take it off, weighed. */
import { WeighedWays } from "../../weighed-ways";
import type { RemovalProps } from "./panel";

export function Ways({ work, tap }: RemovalProps) {
  return (
    <WeighedWays
      label="Ways to take it off"
      ways={work.ways}
      chosen={work.chosen}
      onTake={(way, decided_by, reason) =>
        tap(
          decided_by
            ? { kind: "choose_way", way, decided_by, reason }
            : { kind: "choose_way", way },
        )
      }
    />
  );
}
