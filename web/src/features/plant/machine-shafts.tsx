/**
 * The shafts of a machine: where each bearing lies along it, and what else is on it. What is drawn
 * and lined up later follows from this.
 */
import { useState } from "react";
import type { PlantMachine } from "../../api";
import { Button } from "../../ui";
import { ShaftForm } from "./shaft-form";

export function MachineShafts({ machine }: { machine: PlantMachine }) {
  const [open, setOpen] = useState("");
  const name = (id: string) => machine.positions.find((one) => one.id === id)?.name ?? id;
  const taken = new Set(machine.shafts.flatMap(({ bearings }) => Object.keys(bearings)));
  const free = machine.positions.some(({ id }) => !taken.has(id));
  return (
    <>
      {machine.shafts.map((shaft) => (
        <li key={shaft.id} className="border-t border-rule py-1">
          <div className="flex flex-wrap items-center justify-between gap-x-4">
            <p>
              {shaft.name}, {Math.round(shaft.length_mm)} mm from the {shaft.datum}:{" "}
              <span className="text-soft">
                {Object.entries(shaft.bearings)
                  .sort((a, b) => a[1] - b[1])
                  .map(([id, at]) => `${name(id)} at ${Math.round(at)} mm`)
                  .join(", ")}
              </span>
            </p>
            <Button
              kind="quiet"
              aria-expanded={open === shaft.id}
              onClick={() => setOpen(shaft.id)}
            >
              Change<span className="sr-only"> the {shaft.name}</span>
            </Button>
          </div>
          {open === shaft.id ? (
            <ShaftForm machine={machine} shaft={shaft} onDone={() => setOpen("")} />
          ) : null}
        </li>
      ))}
      {free ? (
        <li className="border-t border-rule">
          {open === "new" ? (
            <ShaftForm machine={machine} shaft={null} onDone={() => setOpen("")} />
          ) : (
            <Button kind="quiet" onClick={() => setOpen("new")}>
              Add a shaft<span className="sr-only"> of {machine.name}</span>
            </Button>
          )}
        </li>
      ) : null}
    </>
  );
}
