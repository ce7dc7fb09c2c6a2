/**
 * Leaf and nut do not agree: what is left, what to look at without moving anything, and then the
 * leaf leads.
 */
import type { Command, Tapered } from "../../../../api";
import { Button, ChoiceRow } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { StartGauging } from "./start-gauging";
import { Travelled } from "./travelled";

type LookAt = Extract<Command, { kind: "look_at" }>;

export function PartedPanel({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const { parted } = work;
  if (!parted) return null;
  const left = parted.checks.filter((check) => check.must && !check.found).length;
  const again = (
    <StartGauging
      phase="drive_up"
      label={parted.confirmed ? "Gauge again" : "Gauge once more, where it stands"}
      main={!parted.confirmed}
      tap={tap}
      refused={refused}
    />
  );
  if (!parted.confirmed) return <div className="pt-3">{again}</div>;
  return (
    <div className="space-y-4 pt-3">
      {parted.checks
        .filter((check) => check.answers.length)
        .map((check) => (
          <div key={check.id} className="space-y-2">
            <ChoiceRow
              label={check.text.charAt(0).toUpperCase() + check.text.slice(1)}
              value={check.found}
              options={check.answers.map((answer) => ({ value: answer.id, label: answer.title }))}
              onChange={(found) =>
                tap({
                  kind: "look_at",
                  look: check.id as LookAt["look"],
                  found: found as LookAt["found"],
                })
              }
            />
            {check.id === "sleeve_end" && parted.by_travel ? (
              <Travelled tap={tap} refused={refused} />
            ) : null}
          </div>
        ))}
      <div className="flex flex-wrap gap-3">
        {parted.leads ? (
          <Button
            kind="main"
            data-main
            disabled={left > 0}
            onClick={() => tap({ kind: "follow_leaf" })}
          >
            {left > 0 ? `${left} still to look at` : "The feeler leads from here"}
          </Button>
        ) : null}
        {parted.by_travel ? again : null}
      </div>
    </div>
  );
}
