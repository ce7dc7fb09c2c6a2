/** The taps that go with the next move, and the others that are always at hand. */
import { useState, type ReactNode } from "react";
import type { Bench, Command, RefusedCommand } from "../../api";
import { Button, ChoiceRow, NamedReason, Overlay, Say, TextField, useSettings } from "../../ui";
import { GatePanel } from "./gate-panel";
import { GaugingPanel } from "./gauging-panel";
import { HandCheckPanel } from "./hand-check-panel";
import { LockPanel } from "./lock-panel";
import { PartedPanel } from "./parted-panel";
import { SeatPanel } from "./seat-panel";
import { StartGauging } from "./start-gauging";
import { TurnPanel } from "./turn-panel";
import { ZeroPanel } from "./zero-panel";

export type Tap = (command: Command) => void;

export type Refused = RefusedCommand | null;

export function ActionPanel({
  bench,
  tap,
  busy,
  refused,
}: {
  bench: Bench;
  tap: Tap;
  busy: boolean;
  refused: Refused;
}) {
  const { next } = bench;
  if (next.do === "confirm_gate" && bench.gate)
    return (
      <GatePanel key={bench.gate.id} job={bench.id} gate={bench.gate} section={bench.section} tap={tap} />
    );
  if (bench.gauging)
    return (
      <GaugingPanel
        key={bench.gauging.number}
        gauging={bench.gauging}
        tap={tap}
        busy={busy}
        refused={refused}
        wanted={next.place ? `${next.place} ${next.row}` : null}
        enough={next.do === "close_gauging" && !next.place}
      />
    );
  switch (next.do) {
    case "gauge_initial":
      return (
        <Row>
          <StartGauging phase="initial" label="Start gauging" main tap={tap} refused={refused} />
          {bench.may_set_zero ? <GoOnWithoutIt bench={bench} tap={tap} refused={refused} /> : null}
        </Row>
      );
    case "decide_group":
    case "decide_window":
      return <Decide what={next.do === "decide_group" ? "group" : "window"} tap={tap} refused={refused} />;
    case "decide_narrow":
      return <DecideNarrow bench={bench} tap={tap} refused={refused} />;
    case "leaf_and_nut_part":
      return (
        <>
          <PartedPanel bench={bench} tap={tap} refused={refused} />
          <Otherwise bench={bench} tap={tap} refused={refused} />
        </>
      );
    case "set_zero":
      return <ZeroPanel bench={bench} tap={tap} refused={refused} />;
    case "turn":
    case "gauge":
    case "lock":
    case "see_tab":
    case "seat_nut":
    case "no_measurable_clearance":
    case "release":
      return <Driving bench={bench} tap={tap} refused={refused} />;
    case "hand_check":
      return bench.locked ? (
        <HandCheckPanel tap={tap} />
      ) : (
        <Driving bench={bench} tap={tap} refused={refused} />
      );
    case "gauge_final":
      return (
        <Row>
          <StartGauging phase="final" label="Start the final gauging" main tap={tap} refused={refused} />
        </Row>
      );
    case "sign":
      return <Sign bench={bench} tap={tap} />;
    default:
      return (
        <Row>
          <a
            data-main
            href={`/api/jobs/${bench.id}/record.html`}
            className="inline-flex min-h-12 items-center border-2 border-ink bg-sheet px-4 font-bold hover:bg-wash"
          >
            Open the record
          </a>
        </Row>
      );
  }
}

export function Row({ children }: { children: React.ReactNode }) {
  return <div className="flex flex-wrap gap-3 pt-4">{children}</div>;
}

/** A second unmounted gauging is advised, not asked for: the zero mark can be set without it. */
function GoOnWithoutIt({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <div className="w-full">
      <ZeroPanel bench={bench} tap={tap} refused={refused} />
    </div>
  ) : (
    <Button kind="quiet" onClick={() => setOpen(true)}>
      Go on without it
    </Button>
  );
}

function Driving({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const { next } = bench;
  const stopped = next.do === "no_measurable_clearance" || next.do === "release";
  const locking = next.do === "lock" || next.do === "see_tab";
  const gauge = next.do === "gauge" || next.do === "no_measurable_clearance";
  return (
    <>
      {gauge ? (
        <Row>
          <StartGauging
            phase="drive_up"
            label="Gauge now"
            main
            places={next.places}
            tap={tap}
            refused={refused}
          />
        </Row>
      ) : null}
      {locking ? <LockPanel bench={bench} tap={tap} refused={refused} /> : null}
      {next.do === "seat_nut" ? <SeatPanel bench={bench} tap={tap} refused={refused} /> : null}
      {next.do === "hand_check" ? <HandCheckPanel tap={tap} /> : null}
      {next.do === "seat_nut" || stopped ? null : <TurnPanel bench={bench} tap={tap} refused={refused} />}
      <Otherwise bench={bench} tap={tap} refused={refused} gauge={!gauge} />
    </>
  );
}

/** What is always at hand while driving up, behind one line: risk, tab positions, gauging, the way back. */
function Otherwise(props: { bench: Bench; tap: Tap; refused: Refused; gauge?: boolean }) {
  const { bench, tap, refused, gauge = false } = props;
  const [releasing, setReleasing] = useState(false);
  const { next } = bench;
  const locking = next.do === "lock" || next.do === "see_tab";
  return (
    <>
      <Row>
        {bench.gauged_method && gauge ? (
          <StartGauging phase="drive_up" label="Gauge now" tap={tap} refused={refused} />
        ) : null}
        {bench.gauged_method || next.do === "hand_check" ? null : <FeelButton tap={tap} />}
        <Button kind={next.do === "release" ? "stop" : "quiet"} onClick={() => setReleasing(true)}>
          Release the bearing and start again
        </Button>
      </Row>
      <div className="flex flex-wrap gap-x-4">
        {bench.gauged_method ? <RiskChoice risk={bench.risk} tap={tap} /> : null}
        {!locking && bench.tab_positions.length > 0 ? (
          <TabsAhead bench={bench} tap={tap} refused={refused} />
        ) : null}
      </div>
      <Release bench={bench} open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </>
  );
}

/** The window is narrower than leaves can tell: gauge more finely, take a greater risk, or accept by name. */
function DecideNarrow({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  return (
    <>
      <GaugeOrAccept
        gauge={
          <StartGauging
            phase="drive_up"
            label="Gauge more finely"
            main
            places={bench.next.places}
            tap={tap}
            refused={refused}
          />
        }
        title="A window too narrow for leaves"
        description="What must be left is kept at the chosen risk; the reduction may end a little above its range. It stands in the record with your name."
        onAccept={(name, reason) => tap({ kind: "accept_outside", what: "narrow", name, reason })}
      />
      <RiskChoice risk={bench.risk} tap={tap} />
    </>
  );
}

/** Where tabs would meet slots from here: to be seen at any time, locked at when it is time. */
function TabsAhead({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const [open, setOpen] = useState(false);
  const inside = bench.tab_positions.filter((position) => position.verdict.word.startsWith("inside")).length;
  return (
    <div className="pt-2">
      <Button kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Hide the tab positions" : `Tab positions from here: ${inside} inside. Show them`}
      </Button>
      {open ? <LockPanel bench={bench} tap={tap} refused={refused} /> : null}
    </div>
  );
}

/** The ring felt by hand where the next move is another one. */
function FeelButton({ tap }: { tap: Tap }) {
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

const RISKS = [
  { value: "0.01", label: "1 in 100" },
  { value: "0.02", label: "1 in 50", note: "usual" },
  { value: "0.05", label: "1 in 20" },
];

/** The chance of going too far that a move may carry. */
function RiskChoice({ risk, tap }: { risk: number; tap: Tap }) {
  const [open, setOpen] = useState(false);
  const now = RISKS.find((option) => Number(option.value) === risk);
  if (!open) {
    return (
      <div className="pt-2">
        <Button kind="quiet" onClick={() => setOpen(true)}>
          Risk of going too far: {now?.label ?? risk}. Change it
        </Button>
      </div>
    );
  }
  return (
    <div className="pt-3">
      <ChoiceRow
        label="Risk of going too far that a move may carry"
        value={String(risk)}
        onChange={(value) => {
          tap({ kind: "choose_risk", risk: Number(value) });
          setOpen(false);
        }}
        options={RISKS}
      />
    </div>
  );
}

export function Release(props: { bench: Bench; open: boolean; onClose: () => void; tap: Tap }) {
  const { bench, open, onClose, tap } = props;
  const [reason, setReason] = useState("");
  return (
    <Overlay
      title="Release the bearing"
      description={`${bench.release_how} This attempt stays in the record; a new one begins.`}
      open={open}
      onClose={onClose}
    >
      <TextField label="Why" value={reason} onChange={(event) => setReason(event.target.value)} />
      <Button
        kind="stop"
        disabled={!reason.trim()}
        onClick={() => {
          tap({ kind: "release", reason });
          onClose();
        }}
      >
        Released: begin a new attempt
      </Button>
    </Overlay>
  );
}

function Decide({ what, tap, refused }: { what: "group" | "window"; tap: Tap; refused: Refused }) {
  return (
    <GaugeOrAccept
      gauge={
        <StartGauging phase="initial" label="Wipe, settle and gauge again" main tap={tap} refused={refused} />
      }
      title="Accept what is outside"
      description="It stands in the record with your name."
      onAccept={(name, reason) => tap({ kind: "accept_outside", what, name, reason })}
    />
  );
}

/** Gauging comes first; a named person may accept what it found. */
function GaugeOrAccept({
  gauge,
  title,
  description,
  onAccept,
}: {
  gauge: ReactNode;
  title: string;
  description: string;
  onAccept: (name: string, reason: string) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Row>
        {gauge}
        <Button kind="stop" onClick={() => setOpen(true)}>
          Accept by name with a reason
        </Button>
      </Row>
      <NamedReason
        title={title}
        description={description}
        action="Accept and go on"
        open={open}
        onClose={() => setOpen(false)}
        onDecide={onAccept}
      />
    </>
  );
}

function Sign({ bench, tap }: { bench: Bench; tap: Tap }) {
  const { actor } = useSettings();
  const [name, setName] = useState(actor);
  const [role, setRole] = useState("");
  const [releasing, setReleasing] = useState(false);
  const left = bench.points.filter((point) => !point.closed);
  return (
    <div className="space-y-3 pt-4">
      {bench.final ? (
        <ul className="space-y-1">
          <li>
            <b>{bench.final.residual.word}:</b> <Say>{bench.final.residual.reason}</Say>
          </li>
          <li>
            <b>{bench.final.reduction.word}:</b> <Say>{bench.final.reduction.reason}</Say>
          </li>
        </ul>
      ) : null}
      {left.length > 0 ? (
        <div>
          <p className="font-bold">Open points that will stand in the record:</p>
          <ul className="list-disc pl-5">
            {left.map((point) => (
              <li key={point.number}>{point.text}</li>
            ))}
          </ul>
        </div>
      ) : null}
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "sign", name, role });
        }}
      >
        <TextField label="Signed by" value={name} onChange={(event) => setName(event.target.value)} />
        <TextField
          label="As"
          value={role}
          placeholder="fitter, supervisor …"
          onChange={(event) => setRole(event.target.value)}
        />
        <Button kind="main" type="submit" className="sm:col-span-2">
          Sign the record
        </Button>
      </form>
      <Row>
        {bench.gauged_method ? (
          <StartGauging phase="final" label="Gauge again" tap={tap} refused={null} />
        ) : (
          <FeelButton tap={tap} />
        )}
        <Button kind="quiet" onClick={() => setReleasing(true)}>
          Release the bearing and start again
        </Button>
      </Row>
      <Release bench={bench} open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </div>
  );
}
