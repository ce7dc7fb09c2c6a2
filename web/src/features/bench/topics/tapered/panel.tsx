/** The taps that go with the next move of a drive-up, and the others that are always at hand. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, Say } from "../../../../ui";
import { BeginGauging } from "./begin-gauging";
import { Decide, DecideNarrow } from "./decide";
import { OneRow } from "./one-row";
import { Driving, FeelButton, Otherwise } from "./driving";
import { GaugingPanel } from "./gauging-panel";
import { HandCheckPanel } from "./hand-check-panel";
import { PartedPanel } from "./parted-panel";
import { Row, type Refused, type Tap } from "./parts";
import { Release } from "./release";
import { StartGauging } from "./start-gauging";
import { ZeroPanel } from "./zero-panel";

export function TaperedPanel({
  work,
  headline,
  tap,
  busy,
  refused,
}: {
  work: Tapered;
  headline: string;
  tap: Tap;
  busy: boolean;
  refused: Refused;
}) {
  const { next } = work;
  if (work.gauging?.begun)
    return (
      <GaugingPanel
        key={work.gauging.number}
        gauging={work.gauging}
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
        <>
          <BeginGauging
            work={work}
            phase="initial"
            label="Start gauging"
            tap={tap}
            busy={busy}
            refused={refused}
          />
          {work.may_set_zero ? (
            <Row>
              <GoOnWithoutIt work={work} tap={tap} refused={refused} />
            </Row>
          ) : null}
        </>
      );
    case "decide_group":
    case "decide_window":
      return <Decide what={next.do === "decide_group" ? "group" : "window"} tap={tap} refused={refused} />;
    case "decide_narrow":
      return <DecideNarrow work={work} tap={tap} refused={refused} />;
    case "leaf_and_nut_part":
      return (
        <>
          <PartedPanel work={work} tap={tap} refused={refused} />
          <Otherwise work={work} tap={tap} refused={refused} />
        </>
      );
    case "set_zero":
      return <ZeroPanel work={work} tap={tap} refused={refused} />;
    case "turn":
    case "gauge":
    case "lock":
    case "see_tab":
    case "seat_nut":
    case "no_measurable_clearance":
    case "release":
      return <Driving work={work} headline={headline} tap={tap} busy={busy} refused={refused} />;
    case "hand_check":
      return work.locked ? (
        <HandCheckPanel tap={tap} />
      ) : (
        <Driving work={work} headline={headline} tap={tap} busy={busy} refused={refused} />
      );
    case "gauge_final":
      return (
        <BeginGauging
          work={work}
          phase="final"
          label="Start the final gauging"
          tap={tap}
          busy={busy}
          refused={refused}
        />
      );
    case "sign":
      return <Mounted work={work} tap={tap} />;
    default:
      return null;
  }
}

/** A second unmounted gauging is advised, not asked for: the zero mark can be set without it. */
function GoOnWithoutIt({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <div className="w-full">
      <ZeroPanel work={work} tap={tap} refused={refused} />
    </div>
  ) : (
    <Button kind="quiet" onClick={() => setOpen(true)}>
      Go on without it
    </Button>
  );
}

/** The final check is made: what it said, and the ways back. */
export function Mounted({ work, tap }: { work: Tapered; tap: Tap }) {
  const [releasing, setReleasing] = useState(false);
  return (
    <div className="space-y-3 pt-4">
      {work.final ? (
        <ul className="space-y-1">
          <li>
            <b>{work.final.residual.word}:</b> <Say>{work.final.residual.reason}</Say>
          </li>
          <li>
            <b>{work.final.reduction.word}:</b> <Say>{work.final.reduction.reason}</Say>
          </li>
        </ul>
      ) : null}
      <Row>
        {work.gauged_method ? (
          <StartGauging phase="final" label="Gauge again" tap={tap} refused={null} />
        ) : (
          <FeelButton tap={tap} />
        )}
        <OneRow work={work} tap={tap} />
        <Button kind="quiet" onClick={() => setReleasing(true)}>
          Release the bearing and start again
        </Button>
      </Row>
      <Release work={work} open={releasing} onClose={() => setReleasing(false)} tap={tap} />
    </div>
  );
}
