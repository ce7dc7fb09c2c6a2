/** Where a measurement stops the work: gauge again, or accept by name. */
import { useState, type ReactNode } from "react";
import type { Tapered } from "../../../../api";
import { Button, NamedReason } from "../../../../ui";
import { FeelersInHand } from "./feelers-in-hand";
import { Row, type Refused, type Tap } from "./parts";
import { RiskChoice } from "./risk-choice";
import { StartGauging } from "./start-gauging";

/**
 * The window is narrower than leaves can tell: gauge more finely, take a greater risk, or accept by
 * name.
 */
export function DecideNarrow({
  work,
  tap,
  refused,
}: {
  work: Tapered;
  tap: Tap;
  refused: Refused;
}) {
  return (
    <>
      <GaugeOrAccept
        gauge={
          <StartGauging
            phase="drive_up"
            label="Gauge more finely"
            main
            places={work.next.places}
            tap={tap}
            refused={refused}
          />
        }
        title="A window too narrow for feelers"
        description="What must be left is kept at the chosen risk; the reduction may end a little above its range. This goes in the record under your name."
        onAccept={(name, reason) => tap({ kind: "accept_outside", what: "narrow", name, reason })}
      />
      {work.feelers ? <FeelersInHand feelers={work.feelers} tap={tap} refused={refused} /> : null}
      <RiskChoice risk={work.risk} tap={tap} />
    </>
  );
}

/** The set in hand cannot prove the window: another one, or a name that answers for it. */
export function DecideFeelers({
  work,
  tap,
  refused,
}: {
  work: Tapered;
  tap: Tap;
  refused: Refused;
}) {
  return (
    <>
      {work.feelers ? (
        <FeelersInHand feelers={work.feelers} tap={tap} refused={refused} asked />
      ) : null}
      <GaugeOrAccept
        title="A gauge set that cannot prove the window"
        description="Less than the thinnest feeler ends as “no measurable clearance”, a stop. This goes in the record under your name."
        onAccept={(name, reason) => tap({ kind: "accept_outside", what: "feelers", name, reason })}
      />
    </>
  );
}

export function Decide({
  what,
  tap,
  refused,
}: {
  what: "group" | "window";
  tap: Tap;
  refused: Refused;
}) {
  return (
    <GaugeOrAccept
      gauge={
        <StartGauging
          phase="initial"
          label="Wipe, settle and gauge again"
          main
          tap={tap}
          refused={refused}
        />
      }
      title="Accept what is outside"
      description="This goes in the record under your name."
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
  gauge?: ReactNode;
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
          Accept as is (sign)
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
