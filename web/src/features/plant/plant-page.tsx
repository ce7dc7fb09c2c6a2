/** Machines of the plant with their bearing positions; each leads to its history. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { getChoices } from "../../api";

export function PlantPage() {
  const plant = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const machines = plant.data?.machines ?? [];
  const areas = [...new Set(machines.map(({ area }) => area))];
  return (
    <div className="mx-auto max-w-5xl space-y-6">
      <h1 className="text-2xl font-bold">Plant</h1>
      {plant.isError && !plant.data ? <p className="sheet p-4">The plant cannot be fetched now.</p> : null}
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
                </ul>
              </div>
            ))}
        </section>
      ))}
    </div>
  );
}
