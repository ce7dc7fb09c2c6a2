/** While the nut moves: what is asked for, and what is always at hand. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button } from "../../../../ui";
import { BeginGauging } from "./begin-gauging";
import { FeelersInHand } from "./feelers-in-hand";
import { HandCheckPanel } from "./hand-check-panel";
import { LockPanel } from "./lock-panel";
import { OneRow } from "./one-row";
import { Row, type Refused, type Tap } from "./parts";
import { Release } from "./release";
import { RiskChoice } from "./risk-choice";
import { SeatPanel } from "./seat-panel";
import { StartGauging } from "./start-gauging";
import { StrikePanel } from "./strike-panel";
import { Travelled } from "./travelled";
import { TurnPanel } from "./turn-panel";

interface DrivingProps {
  work: Tapered;
  headline: string;
  tap: Tap;
  busy: boolean;
  refused: Refused;
}

export function Driving({ work, headline, tap, busy, refused }: DrivingProps) {
  const { next } = work;
  const stopped = next.do === "no_measurable_clearance" || next.do === "release";
  const locking = next.do === "lock" || next.do === "see_tab";
  const gauge = next.do === "gauge" || next.do === "no_measurable_clearance";
  return (
    <>
      {gauge ? (
        <BeginGauging
          work={work}
          phase="drive_up"
          label="Gauge now"
          tap={tap}
          busy={busy}
          refused={refused}
        />
      ) : null}
      {locking ? <LockPanel work={work} headline={headline} tap={tap} refused={refused} /> : null}
      {next.do === "seat_nut" ? <SeatPanel work={work} tap={tap} refused={refused} /> : null}
      {next.do === "hand_check" ? <HandCheckPanel tap={tap} /> : null}
      {next.do === "seat_nut" || stopped ? null : work.blows ? (
        <StrikePanel
          key={`${work.blows.struck} ${work.blows.another_tool}`}
          work={work}
          tap={tap}
        />
      ) : (
        <TurnPanel work={work} tap={tap} refused={refused} />
      )}
      <Otherwise work={work} tap={tap} refused={refused} gauge={!gauge} />
    </>
  );
}

/**
 * What is always at hand while driving up, behind one line: risk, tab positions, gauging, the way
 * back.
 */
export function Otherwise(props: { work: Tapered; tap: Tap; refused: Refused; gauge?: boolean }) {
  const { work, tap, refused, gauge = false } = props;
  const [releasing, setReleasing] = useState(false);
  const { next } = work;
  const locking = next.do === "lock" || next.do === "see_tab";
  return (
    <>
      <Row>
        {work.gauged_method && gauge ? (
          <StartGauging phase="drive_up" label="Gauge now" tap={tap} refused={refused} />
        ) : null}
        <OneRow work={work} tap={tap} />
        {work.gauged_method || next.do === "hand_check" ? null : <FeelButton tap={tap} />}
        <Button kind={next.do === "release" ? "stop" : "quiet"} onClick={() => setReleasing(true)}>
          Release the bearing and start again
        </Button>
      </Row>
      <div className="flex flex-wrap gap-x-4">
        {work.gauged_method ? <RiskChoice risk={work.risk} tap={tap} /> : null}
        {!locking && work.tab_positions.length > 0 ? (
          <TabsAhead work={work} tap={tap} refused={refused} />
        ) : null}
      </div>
      {work.feelers && !work.gauging ? (
        <FeelersInHand feelers={work.feelers} tap={tap} refused={refused} />
      ) : null}
      {work.by_lengths ? <Travelled tap={tap} refused={refused} witness /> : null}
      <Release work={work} open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </>
  );
}

/** Where tabs would meet slots from here: to be seen at any time, locked at when it is time. */
function TabsAhead({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="pt-2">
      <Button kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open
          ? "Hide the tab positions"
          : `Tab positions from here: ${work.tabs_inside} inside. Show them`}
      </Button>
      {open ? <LockPanel work={work} tap={tap} refused={refused} /> : null}
    </div>
  );
}

/** The ring felt by hand where the next move is another one. */
export function FeelButton({ tap }: { tap: Tap }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <div className="w-full">
      <HandCheckPanel
        tap={(command) => {
          tap(command);
          setOpen(false);
        }}
        quiet
      />
    </div>
  ) : (
    <Button onClick={() => setOpen(true)}>Felt the ring by hand</Button>
  );
}
