/**
 * One tab position: the turn to it, what would be left, the verdict, and the tap that locks;
 * outside the window by name, where it may be.
 */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, NamedReason, VerdictMark, clearance, length, useSettings } from "../../../../ui";
import type { Tap } from "./parts";

export const LOCKED = {
  tab_washer: "Tab bent",
  lock_plate: "Plate screwed down",
  locking_clip: "Clip fitted",
} as const;

/** Locked at a position: by name where it lies outside. */
export const lockAt = (
  position: Tapered["tab_positions"][number],
  more: { decided_by?: string; reason?: string } = {},
) => ({ kind: "lock" as const, turn: position.turn_deg.toFixed(3), ...more });

export function PositionRow(props: {
  position: Tapered["tab_positions"][number];
  work: Tapered;
  tap: Tap;
  known: boolean;
}) {
  const { position, work, tap, known } = props;
  const { units } = useSettings();
  const [deciding, setDeciding] = useState(false);
  const lock = (more?: { decided_by: string; reason: string }) => tap(lockAt(position, more));
  return (
    <tr className="border-b border-rule align-middle">
      <td className="py-1 pr-2">
        <b>{turn(position)}</b>
        {position.rim_mm !== null ? (
          <span className="block text-sm text-soft">{length(position.rim_mm, units)} of rim</span>
        ) : null}
      </td>
      {position.residual_um !== null && position.uncertainty_um !== null ? (
        <td className="pr-2">
          {clearance(position.residual_um, units)}
          <span className="block text-sm text-soft">
            ± {clearance(position.uncertainty_um, units)}
          </span>
        </td>
      ) : null}
      <td className="pr-2">
        <VerdictMark verdict={position} />
      </td>
      <td className="text-right">
        {known ? (
          <Button
            kind={position.level === "stop" ? "stop" : "plain"}
            onClick={() => (position.by_name ? setDeciding(true) : lock())}
          >
            {LOCKED[work.lock]} here
            <span className="sr-only">, after {turn(position)}</span>
          </Button>
        ) : null}
        <NamedReason
          title="A tab outside"
          description={`${position.by_name} This goes in the record under your name.`}
          action={`${LOCKED[work.lock]} here`}
          example="next tab too far on"
          open={deciding}
          onClose={() => setDeciding(false)}
          onDecide={(decided_by, reason) => lock({ decided_by, reason })}
        />
      </td>
    </tr>
  );
}

export function turn(position: Tapered["tab_positions"][number]): string {
  const from = position.turn_deg.toFixed(1);
  return position.turn_to_deg > position.turn_deg
    ? `${from} to ${position.turn_to_deg.toFixed(1)}°`
    : `${from}°`;
}
