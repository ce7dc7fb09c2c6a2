/**
 * A bearing that was not in the plant yet when its job was opened: given its position there, now or
 * after the signature.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ProblemError, getChoices, newId, send, type Bench } from "../../api";
import { Button, SelectField, useSettings } from "../../ui";

type Place = Bench["places"][number];

export function GivePosition({ bench }: { bench: Bench }) {
  const without = bench.places.filter((place) => !place.position_id);
  if (without.length === 0) return null;
  return (
    <section aria-label="Not in the plant yet" className="border-l-4 border-dye pl-3">
      {without.map((place) => (
        <GiveOne key={place.id} bench={bench} place={place} />
      ))}
    </section>
  );
}

function GiveOne({ bench, place }: { bench: Bench; place: Place }) {
  const { actor } = useSettings();
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [positionId, setPositionId] = useState("");
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  const plant = useQuery({
    queryKey: ["choices"],
    queryFn: getChoices,
    staleTime: 60_000,
    enabled: asked,
  });
  const give = async () => {
    try {
      const tap = { client_event_id: newId(), actor, happened_at: new Date().toISOString() };
      await send<Bench>(`/api/jobs/${bench.id}/position`, {
        ...tap,
        at: place.id,
        position_id: positionId,
      });
      await queries.invalidateQueries({ queryKey: ["job", bench.id] });
      void queries.invalidateQueries({ queryKey: ["jobs"] });
    } catch (error) {
      setProblem(error instanceof ProblemError ? error : null);
      setAway(!(error instanceof ProblemError));
    }
  };
  const named = bench.places.length > 1 ? `${place.name} is` : "It is";
  if (!asked)
    return (
      <Button kind="quiet" onClick={() => setAsked(true)}>
        {named} not in the plant yet: give it its position
      </Button>
    );
  return (
    <div className="space-y-2 py-2">
      <SelectField
        label={`Position in the plant of: ${place.name}`}
        value={positionId}
        problem={problem?.at("position_id")}
        onChange={(event) => {
          setPositionId(event.target.value);
          setProblem(null);
        }}
      >
        <option value="">Choose …</option>
        {plant.data?.machines.map((machine) => (
          <optgroup key={machine.id} label={machine.name}>
            {machine.positions.map((position) => (
              <option key={position.id} value={position.id}>
                {machine.name}: {position.name} {position.designation}
              </option>
            ))}
          </optgroup>
        ))}
      </SelectField>
      {problem && problem.fields.length === 0 ? (
        <p role="alert" className="font-bold text-oxide">
          ▲ {problem.detail}
        </p>
      ) : null}
      {away ? (
        <p role="alert" className="text-care">
          △ No answer: nothing was kept. Press again.
        </p>
      ) : null}
      <div className="flex flex-wrap items-center gap-4">
        <Button disabled={!positionId} onClick={() => void give()}>
          This is its position
        </Button>
        <Link
          to="/plant"
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          Not in the list: add it under Plant
        </Link>
      </div>
    </div>
  );
}
