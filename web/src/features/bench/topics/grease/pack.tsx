/** The bearing packed by hand: how full, and turned; left unpacked only by name. */
import { useState } from "react";
import { Button, NamedReason, Tick } from "../../../../ui";
import type { GreaseProps } from "./panel";

export function Pack({ tap }: GreaseProps) {
  const [turned, setTurned] = useState(false);
  const [leaving, setLeaving] = useState(false);
  return (
    <div className="space-y-3 pt-4">
      <Tick
        label="Turned: grease went through the cage, both rows"
        checked={turned}
        onChange={setTurned}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          onClick={() => tap({ kind: "pack_bearing", how: "full", turned })}
        >
          Packed full
        </Button>
        <Button onClick={() => tap({ kind: "pack_bearing", how: "part", turned })}>
          Packed in part
        </Button>
        <Button kind="stop" onClick={() => setLeaving(true)}>
          It is not packed
        </Button>
      </div>
      <NamedReason
        title="Leave the bearing unpacked"
        description="The housing's grease reaches it too late: it starts dry."
        action="Accept as is"
        open={leaving}
        onClose={() => setLeaving(false)}
        onDecide={(decided_by, reason) =>
          tap({ kind: "pack_bearing", how: "none", turned: false, decided_by, reason })
        }
      />
    </div>
  );
}
