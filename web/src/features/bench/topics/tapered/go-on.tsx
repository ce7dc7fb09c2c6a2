/** Past a gauging that is advised, not asked for. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { StrikePanel } from "./strike-panel";
import { ZeroPanel } from "./zero-panel";

/** A second unmounted gauging is advised, not asked for: the zero mark can be set without it. */
export function GoOnWithoutIt({
  work,
  tap,
  refused,
}: {
  work: Tapered;
  tap: Tap;
  refused: Refused;
}) {
  const [open, setOpen] = useState(false);
  return open ? (
    <div className="w-full">
      {work.blows ? (
        <StrikePanel work={work} tap={tap} />
      ) : (
        <ZeroPanel work={work} tap={tap} refused={refused} />
      )}
    </div>
  ) : (
    <Button kind="quiet" onClick={() => setOpen(true)}>
      Go on without it
    </Button>
  );
}
