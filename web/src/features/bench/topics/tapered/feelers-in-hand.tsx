/** The gauge set in hand, whether it can prove the window, and another one taken in its place. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getChoices, type Tapered } from "../../../../api";
import { Button, Say, SelectField, clearance, useSettings } from "../../../../ui";
import type { Refused, Tap } from "./parts";

interface Props {
  feelers: NonNullable<Tapered["feelers"]>;
  tap: Tap;
  refused: Refused;
  /** Another set is the next move: the choice is open, and the button the one that counts. */
  asked?: boolean;
}

export function FeelersInHand({ feelers, tap, refused, asked = false }: Props) {
  const { units } = useSettings();
  const [open, setOpen] = useState(asked);
  const [picked, setPicked] = useState("");
  const choices = useQuery({
    queryKey: ["choices"],
    queryFn: getChoices,
    staleTime: 60_000,
    enabled: open,
  });
  const others = (choices.data?.feeler_sets ?? []).filter(({ id }) => id !== feelers.id);
  return (
    <div className="w-full pt-2">
      {feelers.doubt && !asked ? (
        <p className="font-bold text-care">
          {feelers.doubt.level === "stop" ? "▲" : "△"} <Say>{feelers.doubt.reason}</Say>
        </p>
      ) : null}
      {open ? (
        <div className="grid max-w-xl items-end gap-3 sm:grid-cols-[minmax(0,1fr)_auto]">
          <SelectField
            label={`Another gauge set than ${feelers.name}`}
            value={picked}
            onChange={(event) => setPicked(event.target.value)}
            problem={
              refused?.command.kind === "take_feelers" ? refused.problem.at("feeler_id") : undefined
            }
          >
            <option value="">Choose …</option>
            {others.map((set) => (
              <option key={set.id} value={set.id}>
                {set.name}, from {clearance(set.leaves_um[0] ?? 0, units)}
                {set.measured_um ? ", measured" : ""}
              </option>
            ))}
          </SelectField>
          <Button
            kind={asked ? "main" : "plain"}
            data-main={asked || undefined}
            disabled={!picked}
            onClick={() => {
              tap({ kind: "take_feelers", feeler_id: picked });
              setPicked("");
              setOpen(asked);
            }}
          >
            Take it in hand
          </Button>
          {choices.data && others.length === 0 ? (
            <p className="text-sm">
              The tool crib has no other gauge set: it is put on its list there.
            </p>
          ) : null}
        </div>
      ) : (
        <Button kind="quiet" onClick={() => setOpen(true)}>
          Feelers: {feelers.name}
          {feelers.measured ? ", measured" : ""}. Take another set
        </Button>
      )}
    </div>
  );
}
