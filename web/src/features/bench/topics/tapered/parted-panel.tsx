/** Leaf and nut do not agree: what is left, what to look at without moving anything, and then the leaf leads. */
import { useState } from "react";
import type { Tapered } from "../../../../api";
import { Button, TextField, Tick } from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { StartGauging } from "./start-gauging";

export function PartedPanel({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const { parted } = work;
  const [looked, setLooked] = useState<string[]>([]);
  const [found, setFound] = useState("");
  if (!parted) return null;
  const must = parted.checks.filter((check) => check.must && !looked.includes(check.id)).length;
  const problem = refused?.command.kind === "follow_leaf" ? refused.problem.at("found") : undefined;
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
    <div className="space-y-3 pt-3">
      <div>
        {parted.checks.map((check) => (
          <Tick
            key={check.id}
            label={`Looked at: ${check.text}`}
            checked={looked.includes(check.id)}
            onChange={(on) =>
              setLooked(on ? [...looked, check.id] : looked.filter((other) => other !== check.id))
            }
          />
        ))}
      </div>
      <TextField
        label="What was found"
        value={found}
        problem={problem}
        placeholder={`${work.blows ? "sleeve had slipped" : "nut was only hand-tight at the zero mark"}; or: nothing found`}
        onChange={(event) => setFound(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          disabled={must > 0 || !found.trim()}
          onClick={() => tap({ kind: "follow_leaf", checks: looked, found })}
        >
          {must > 0 ? `${must} still to look at` : "The feeler leads from here"}
        </Button>
        {again}
      </div>
    </div>
  );
}
