/** Where tabs meet slots from here on, by tightening alone. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, Say, TextField, inUnits, useSettings } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { useTyped } from "./use-typed";
import { LOCKED, PositionRow, lockAt } from "./tab-row";

const STOP = { tab_washer: "tab", lock_plate: "plate", locking_clip: "clip" } as const;

interface LockPanelProps {
  work: Tapered;
  /** The next move in words, where it is the one that is shown. */
  headline?: string;
  tap: Tap;
  refused: Refused;
}

export function LockPanel({ work, headline = "", tap, refused }: LockPanelProps) {
  const { text: seen, setText: setSeen, problem } = useTyped(refused, "see_tab", "amount");
  const known = work.tab_known;
  const rim = work.turn_units.includes("rim");
  const { units } = useSettings();
  const look = !known && (work.next.do === "lock" || work.next.do === "see_tab");
  const see = (amount: string) => {
    tap({
      kind: "see_tab",
      amount,
      unit: rim ? "rim" : "degrees",
      shown: units === "mm" ? "mm" : "in",
    });
    setSeen("");
  };
  const stop = STOP[work.lock];
  // What the headline says is the button; only a position that may be locked at by anybody.
  const good =
    headline && known && work.next.do === "lock"
      ? work.tab_positions.find((one) => one.turn_deg === work.next.turn_deg && !one.by_name)
      : undefined;
  if (!work.tab_step_deg) return <LockedByHand work={work} tap={tap} refused={refused} />;
  return (
    <div className="space-y-3 pt-4">
      {good ? (
        <Button kind="main" data-main className="text-lg" onClick={() => tap(lockAt(good))}>
          {inUnits(headline, units)}
        </Button>
      ) : null}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          see(seen || "0");
        }}
      >
        <div className="w-52">
          <TextField
            label={
              rim
                ? `Rim to the next ${stop}, ${units === "mm" ? "mm" : "in"}`
                : `Turn to the next ${stop}, degrees`
            }
            problem={problem}
            value={seen}
            placeholder="0 when square now"
            onChange={(event) => setSeen(event.target.value)}
            onChoose={see}
          />
        </div>
        <Button kind={look ? "main" : "plain"} data-main={look || undefined} type="submit">
          {known ? "Measure again" : "Save"}
        </Button>
      </form>
      <table className="w-full text-left">
        <caption className="pb-1 text-left text-sm font-bold">
          Next {stop} positions, tightening only
          {known ? "" : " (start not seen yet: each within one step)"}
        </caption>
        <thead>
          <tr className="border-b-2 border-ink text-sm">
            <th className="py-1 pr-2">Turn on</th>
            {work.gauged_method ? <th className="pr-2">Clearance left</th> : null}
            <th className="pr-2">Verdict</th>
            <th>
              <span className="sr-only">Lock</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {work.tab_positions.map((position) => (
            <PositionRow
              key={position.turn_deg}
              position={position}
              work={work}
              tap={tap}
              known={known}
            />
          ))}
        </tbody>
      </table>
      {work.way_out ? (
        <p className="font-bold text-care">
          △ <Say>{work.way_out}</Say>
        </p>
      ) : null}
    </div>
  );
}

/** Slots or positions are not known: how far it was tightened until the lock fitted is logged. */
function LockedByHand({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const [turned, setTurned] = useState("");
  const problem = refused?.command.kind === "lock" ? refused.problem.at("turn") : undefined;
  return (
    <form
      className="flex flex-wrap items-end gap-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "lock", turn: turned || "0" });
      }}
    >
      <div className="w-56">
        <TextField
          label="Tightened until it fitted, degrees"
          problem={problem}
          value={turned}
          placeholder="0 when it fitted at once"
          onChange={(event) => setTurned(event.target.value)}
        />
      </div>
      <Button kind="main" data-main type="submit">
        {LOCKED[work.lock]}
      </Button>
    </form>
  );
}
