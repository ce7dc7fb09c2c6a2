/** The taps that go with the next move, and the others that are always at hand. */
import { useState } from "react";
import type { Bench, Command, OutboxState } from "../../api";
import { Button, Overlay, Say, TextField, useSettings } from "../../ui";
import { GatePanel } from "./gate-panel";
import { GaugingPanel } from "./gauging-panel";
import { LockPanel } from "./lock-panel";
import { TurnPanel } from "./turn-panel";

export type Tap = (command: Command) => void;

export type Refused = OutboxState["refused"];

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
    return <GatePanel key={bench.gate.id} gate={bench.gate} tap={tap} />;
  if (bench.gauging)
    return (
      <GaugingPanel
        key={bench.gauging.number}
        gauging={bench.gauging}
        tap={tap}
        busy={busy}
        refused={refused}
      />
    );
  switch (next.do) {
    case "gauge_initial":
      return (
        <Row>
          <Button kind="main" data-main onClick={() => tap({ kind: "start_gauging", phase: "initial" })}>
            Start gauging
          </Button>
        </Row>
      );
    case "decide_group":
    case "decide_window":
      return <Decide what={next.do === "decide_group" ? "group" : "window"} tap={tap} />;
    case "set_zero":
      return <SetZero tap={tap} />;
    case "turn":
    case "gauge":
    case "lock":
    case "release":
      return <Driving bench={bench} tap={tap} refused={refused} />;
    case "gauge_final":
      return (
        <Row>
          <Button kind="main" data-main onClick={() => tap({ kind: "start_gauging", phase: "final" })}>
            Start the final gauging
          </Button>
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

function SetZero({ tap }: { tap: Tap }) {
  return (
    <Row>
      <Button kind="main" data-main onClick={() => tap({ kind: "set_zero", tap_tested: true })}>
        Marked, and it held after the tap
      </Button>
      <Button onClick={() => tap({ kind: "set_zero", tap_tested: false })}>
        Marked without the tap test
      </Button>
    </Row>
  );
}

function Driving({ bench, tap, refused }: { bench: Bench; tap: Tap; refused: Refused }) {
  const [releasing, setReleasing] = useState(false);
  const { next } = bench;
  return (
    <>
      {next.do === "lock" ? <LockPanel bench={bench} tap={tap} refused={refused} /> : null}
      <TurnPanel bench={bench} tap={tap} refused={refused} />
      <Row>
        <Button
          kind={next.do === "gauge" ? "main" : "plain"}
          data-main={next.do === "gauge" || undefined}
          onClick={() => tap({ kind: "start_gauging", phase: "drive_up" })}
        >
          Gauge now
        </Button>
        <Button kind={next.do === "release" ? "stop" : "quiet"} onClick={() => setReleasing(true)}>
          Release from the sleeve and start again
        </Button>
      </Row>
      <Release open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </>
  );
}

export function Release({ open, onClose, tap }: { open: boolean; onClose: () => void; tap: Tap }) {
  const [reason, setReason] = useState("");
  return (
    <Overlay
      title="Release from the sleeve"
      description="The sleeve lets go with a bang: leave the nut on a few threads as a stop. This attempt stays in the record; a new one begins."
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

function Decide({ what, tap }: { what: "group" | "window"; tap: Tap }) {
  const { actor } = useSettings();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(actor);
  const [reason, setReason] = useState("");
  return (
    <>
      <Row>
        <Button kind="main" data-main onClick={() => tap({ kind: "start_gauging", phase: "initial" })}>
          Wipe, settle and gauge again
        </Button>
        <Button kind="stop" onClick={() => setOpen(true)}>
          Accept by name with a reason
        </Button>
      </Row>
      <Overlay
        title="Accept what is outside"
        description="It stands in the record with your name."
        open={open}
        onClose={() => setOpen(false)}
      >
        <TextField label="Who decides" value={name} onChange={(event) => setName(event.target.value)} />
        <TextField label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
        <Button
          kind="stop"
          disabled={!name.trim() || !reason.trim()}
          onClick={() => {
            tap({ kind: "accept_outside", what, name, reason });
            setOpen(false);
          }}
        >
          Accept and go on
        </Button>
      </Overlay>
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
        <Button onClick={() => tap({ kind: "start_gauging", phase: "final" })}>Gauge again</Button>
        <Button kind="quiet" onClick={() => setReleasing(true)}>
          Release from the sleeve and start again
        </Button>
      </Row>
      <Release open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </div>
  );
}
