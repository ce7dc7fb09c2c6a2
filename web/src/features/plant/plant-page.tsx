/** Machines of the plant with their bearing positions; each leads to its history. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { getChoices } from "../../api";
import { AddMachine, AddPosition } from "./add-to-plant";
import { FirstSteps } from "./first-steps";
import { MachineShafts } from "./machine-shafts";

export function PlantPage() {
  const plant = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const machines = plant.data?.machines ?? [];
  const areas = [...new Set(machines.map(({ area }) => area))];
  return (
    <div className="mx-auto max-w-5xl space-y-6">
      <h1 className="text-2xl font-bold">Plant</h1>
      {plant.isError && !plant.data ? (
        <p className="sheet min-w-0 p-4">The plant cannot be fetched now.</p>
      ) : null}
      {plant.data ? (
        <FirstSteps
          people={plant.data.people.length}
          machines={machines.length}
          positions={machines.flatMap(({ positions }) => positions).length}
          sets={plant.data.feeler_sets.length}
        />
      ) : null}
      {areas.map((area) => (
        <section key={area} aria-label={area || "Plant"}>
          <h2 className="border-b-2 border-ink pb-1 text-xl font-bold">{area || "Plant"}</h2>
          {machines
            .filter((machine) => machine.area === area)
            .map((machine) => (
              <div
                key={machine.id}
                className="grid gap-x-6 border-b border-rule py-2 sm:grid-cols-[14rem_1fr]"
              >
                <h3 className="py-3 font-bold">{machine.name}</h3>
                <ul>
                  {machine.positions.map((position) => (
                    <li key={position.id}>
                      <Link
                        to={`/plant/${position.id}`}
                        className="flex min-h-12 flex-wrap items-center gap-x-4 hover:bg-wash"
                      >
                        <span className="grow">{position.name}</span>
                        <span className="figures text-soft">{position.designation}</span>
                      </Link>
                    </li>
                  ))}
                  <li>
                    <AddPosition machine={machine.id} name={machine.name} />
                  </li>
                  <MachineShafts machine={machine} />
                </ul>
              </div>
            ))}
        </section>
      ))}
      {plant.data ? (
        <div className="grid gap-4 lg:grid-cols-2">
          <section aria-labelledby="add-machine" className="sheet min-w-0 p-4">
            <h2 id="add-machine" className="pb-2 text-lg font-bold">
              Another machine
            </h2>
            <AddMachine />
          </section>
          <section aria-labelledby="people-here" className="sheet min-w-0 p-4">
            <h2 id="people-here" className="pb-2 text-lg font-bold">
              People
            </h2>
            <p className="pb-2">
              {plant.data.people.join(", ") || "Nobody yet: the log names everybody."}
            </p>
            <Link to="/people" className="inline-flex min-h-11 items-center text-dye underline">
              Let people in, say what they may do
            </Link>
          </section>
        </div>
      ) : null}
    </div>
  );
}
