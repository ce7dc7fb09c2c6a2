/**
 * The seals of a housing, side by side: the next step of the side that is due, or of the other one
 * where that is in hand.
 */
import { useState } from "react";
import type { SealWork } from "../../../../api";
import { Button } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { SealStep } from "./steps";

export interface SealProps {
  work: SealWork;
  tap: Tap;
  refused: Refused;
}

const NEXT: Record<string, SealWork["asks"]> = {
  join: "join_labyrinth",
  on: "put_ring_on",
  place: "place_labyrinth",
  push: "push_v_ring",
  set: "set_seal",
  purge: "purge_seal",
};

/** The side that is not due, where something is left to do there. */
export function otherSide({ sides, due_side: due, asks }: SealWork) {
  if (!due || !asks || !Object.values(NEXT).includes(asks)) return null;
  return sides.find(({ side, planned, left }) => planned && side !== due && left !== "") ?? null;
}

export function SealsPanel(props: SealProps) {
  const [swapped, setSwapped] = useState(false);
  const { work } = props;
  const other = otherSide(work);
  const turned = swapped && other !== null;
  const shown = turned ? { ...work, asks: NEXT[other.left] ?? null, due_side: other.side } : work;
  return (
    <>
      {turned ? <p className="pt-3 font-bold">In hand: the {other.side} side</p> : null}
      <SealStep {...props} work={shown} />
      {other ? (
        <Button kind="quiet" onClick={() => setSwapped(!swapped)}>
          {turned ? `Back to the ${work.due_side} side` : `The ${other.side} side is in hand`}
        </Button>
      ) : null}
    </>
  );
}
