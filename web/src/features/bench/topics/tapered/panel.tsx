/** The taps that go with the next move of a drive-up, and the others that are always at hand. */
import type { Tapered } from "../../../../api";
import { BeginGauging } from "./begin-gauging";
import { Decide, DecideFeelers, DecideNarrow } from "./decide";
import { Driving, Otherwise } from "./driving";
import { GaugingPanel } from "./gauging-panel";
import { GoOnWithoutIt } from "./go-on";
import { HandCheckPanel } from "./hand-check-panel";
import { Mounted } from "./mounted";
import { PartedPanel } from "./parted-panel";
import { Row, type Refused, type Tap } from "./parts";
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
        feelers={work.feelers}
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
      return (
        <Decide
          what={next.do === "decide_group" ? "group" : "window"}
          tap={tap}
          refused={refused}
        />
      );
    case "decide_feelers":
      return <DecideFeelers work={work} tap={tap} refused={refused} />;
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
    case "strike":
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
