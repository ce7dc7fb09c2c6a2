/**
 * A gauging that is asked for: its first reading begins it. Feeler by feeler, or with a warm ring,
 * it is begun by hand.
 */
import type { Tapered } from "../../../../api";
import { useSettings } from "../../../../ui";
import { FeelersInHand } from "./feelers-in-hand";
import { GaugingPanel } from "./gauging-panel";
import { Row, type Refused, type Tap } from "./parts";
import { StartGauging } from "./start-gauging";

export function BeginGauging(props: {
  work: Tapered;
  phase: "initial" | "drive_up" | "final";
  label: string;
  tap: Tap;
  busy: boolean;
  refused: Refused;
}) {
  const { work, phase, label, tap, busy, refused } = props;
  const { leafwise } = useSettings();
  const ahead = work.gauging && !work.gauging.begun && !leafwise ? work.gauging : null;
  return (
    <>
      {ahead ? (
        <GaugingPanel
          {...{ tap, busy, refused }}
          gauging={ahead}
          wanted={null}
          enough={false}
          feelers={work.feelers}
        />
      ) : null}
      <Row>
        <StartGauging
          phase={phase}
          label={label}
          main={!ahead}
          places={work.next.places}
          tap={tap}
          refused={refused}
        />
      </Row>
      {ahead || !work.feelers ? null : (
        <FeelersInHand feelers={work.feelers} tap={tap} refused={refused} />
      )}
    </>
  );
}
