/** Once a bearing is driven up and locked. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, Say } from "../../../../ui";
import { FeelButton } from "./driving";
import { OneRow } from "./one-row";
import { Row, type Tap } from "./parts";
import { Release } from "./release";
import { StartGauging } from "./start-gauging";

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
