/**
 * Where a job is: at a position of the plant that can take its kind, or at a machine that is not in
 * the plant yet.
 */
import type { Choices, Kind, PlantPosition } from "../../api";

export interface Where {
  positionId: string;
  /** What a machine is called that is not in the plant yet, and which of its bearings it is. */
  machine: string;
  name: string;
}

export const ELSEWHERE = "-";
export const NOWHERE: Where = { positionId: "", machine: "", name: "" };

export const notInPlant = (where: Where) => where.positionId === ELSEWHERE;

/** The position of the plant; empty where there is none. */
export const inPlant = (where: Where) => (notInPlant(where) ? "" : where.positionId);

/** What the request of a job says of it: of the machine, and of each bearing. */
export const ofMachine = (where: Where) => (notInPlant(where) ? { machine: where.machine } : {});
export const ofBearing = (where: Where) =>
  notInPlant(where) ? { position_id: "", name: where.name } : { position_id: where.positionId };

/**
 * Whether a position can take a kind of plan; where the list says nothing of it, every kind can be
 * meant.
 */
export const takes = (position: PlantPosition, kind: Kind) => position.works.includes(kind);

/** The plant with the positions that can take a kind, and how many others there are. */
export function offered(choices: Choices | undefined, kind: Kind) {
  const machines = choices?.machines ?? [];
  const left = machines
    .map((one) => ({
      ...one,
      positions: one.positions.filter((position) => takes(position, kind)),
    }))
    .filter(({ positions }) => positions.length > 0);
  const count = (of: { positions: unknown[] }[]) =>
    of.reduce((sum, { positions }) => sum + positions.length, 0);
  return { machines: left, others: count(machines) - count(left) };
}

export const positionOf = (choices: Choices | undefined, id: string) =>
  choices?.machines.flatMap(({ positions }) => positions).find((one) => one.id === id);

export const machineOf = (choices: Choices | undefined, id: string) =>
  choices?.machines.find(({ positions }) => positions.some((one) => one.id === id));

/** Whether a position's bearing holds the shaft, as far as the list says. */
export const heldAt = (position: PlantPosition | undefined) => position?.fixed ?? null;
