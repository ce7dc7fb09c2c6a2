/** Gauging: one tap for the thickest leaf that goes in, or leaf by leaf. */
import { useState } from "react";
import type { GaugingView, Tapered } from "../../../../api";
import { Button, Figure, Say, useSettings } from "../../../../ui";
import { FeelersInHand } from "./feelers-in-hand";
import type { Refused, Tap } from "./parts";
import { Thickest } from "./thickest";
import { completes, keyOf, rowOf } from "./gauging-parts";
import { LeafByLeaf } from "./leaf-by-leaf";
import { Places } from "./places";

interface Props {
  gauging: GaugingView;
  tap: Tap;
  busy: boolean;
  refused: Refused;
  wanted: string | null;
  enough: boolean;
  feelers: Tapered["feelers"];
}

/**
 * `wanted`: the place that the next move names; it is the one that is open. `enough`: finishing is
 * the next move.
 */
export function GaugingPanel({ gauging, tap, busy, refused, wanted, enough, feelers }: Props) {
  const { leafwise, change } = useSettings();
  const [picked, setPicked] = useState<string | null>(null);
  const usual =
    gauging.cells.find((cell) => keyOf(cell) === wanted) ??
    gauging.cells.find((cell) => cell.next_leaf) ??
    gauging.cells[0];
  const cell = gauging.cells.find((other) => keyOf(other) === picked) ?? usual;
  if (!cell) return null;
  const done = () => setPicked(null);
  const clash = gauging.cells.some((other) => other.contradiction);
  // The first reading begins the gauging; the one that completes it ends it.
  const begins = gauging.begun ? {} : { phase: gauging.phase, places: gauging.places };
  const ends = (both: boolean) => !clash && completes(gauging.cells, cell, both);
  const pair = gauging.cells.every(
    (other) => other.place !== cell.place || other.trials.length === 0,
  );
  const way = { cell, tap, busy, refused, done, begins, ends };
  return (
    <div className="space-y-3 pt-3">
      {enough ? <Finish gauging={gauging} tap={tap} main /> : null}
      <p className="text-sm text-soft">
        <b className="text-ink">
          Place {cell.place}, {rowOf(cell, gauging.phase)}.
        </b>{" "}
        {gauging.title}, {gauging.where}.
        {ends(true) && !leafwise
          ? ends(false)
            ? " This reading ends the gauging."
            : " Both rows at once end the gauging."
          : null}
      </p>
      {leafwise ? (
        <LeafByLeaf {...way} />
      ) : (
        <Thickest {...way} thinnest={gauging.thinnest_um} marked={!enough && !clash} pair={pair} />
      )}
      <div className="flex flex-wrap gap-x-4">
        <Button kind="quiet" onClick={() => change({ leafwise: !leafwise })}>
          {leafwise ? "One tap: the thickest feeler that goes in" : "Feeler by feeler"}
        </Button>
        {gauging.begun && cell.trials.length > 0 ? (
          <Button
            kind={cell.contradiction ? "main" : "quiet"}
            data-main={cell.contradiction ? true : undefined}
            disabled={busy}
            onClick={() => tap({ kind: "repeat_place", place: cell.place, row: cell.row })}
          >
            Gauge place {cell.place}, {rowOf(cell, gauging.phase)} again
          </Button>
        ) : null}
      </div>
      {feelers ? <FeelersInHand feelers={feelers} tap={tap} refused={refused} /> : null}
      {gauging.begun ? <Places gauging={gauging} cell={cell} onPick={setPicked} /> : null}
      {gauging.findings.map((finding) => (
        <p key={finding} className="font-bold text-care">
          △ <Say>{finding}</Say>
        </p>
      ))}
      {gauging.mean ? <Figure result={gauging.mean} /> : null}
      {enough || !gauging.begun ? null : <Finish gauging={gauging} tap={tap} />}
    </div>
  );
}

function Finish({
  gauging,
  tap,
  main = false,
}: {
  gauging: GaugingView;
  tap: Tap;
  main?: boolean;
}) {
  const ready = gauging.cells.some((other) => other.closed || other.nothing_passed);
  const words = main
    ? "Finish this gauging"
    : ready
      ? "Finish with these"
      : "Finish: bracket one place first";
  return (
    <Button
      kind={main ? "main" : "plain"}
      data-main={main || undefined}
      disabled={!ready}
      onClick={() => tap({ kind: "close_gauging" })}
    >
      {words}
    </Button>
  );
}
