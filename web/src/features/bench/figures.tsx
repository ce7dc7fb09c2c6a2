/**
 * The figures that count now; each opens to its working, which is fetched when somebody asks for
 * it.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getFigures, type Bench } from "../../api";
import { Figure } from "../../ui";
import { shownPlace } from "./parts";
import { showOf } from "./use-job";

/** Figures of the task with their working, and targets of its plan. */
export function useFigures(bench: Bench, show: string, enabled: boolean) {
  return useQuery({
    queryKey: ["figures", bench.id, show, bench.last_seq],
    queryFn: () => getFigures(bench.id, show),
    enabled,
  });
}

export function Figures({ bench, show }: { bench: Bench; show: string }) {
  const [opened, setOpened] = useState(false);
  // Before anything is measured the plan's targets are what counts.
  const place = shownPlace(bench);
  const targets = bench.figures.length === 0 && place !== undefined;
  const whole = useFigures(
    bench,
    targets && place ? showOf(place.id, "") : show,
    opened || targets,
  );
  const worked = new Map((whole.data?.figures ?? []).map((result) => [result.id, result]));
  if (bench.figures.length === 0 && !whole.data?.targets.length) return null;
  return (
    <section className="sheet px-4 py-2" aria-label="Figures">
      {bench.figures.map((figure, index) => (
        <Figure
          key={figure.label}
          result={worked.get(figure.id) ?? { ...figure, working: [] }}
          worked={figure.worked}
          onAsk={() => setOpened(true)}
          big={index === 0}
        />
      ))}
      {targets
        ? whole.data?.targets.map((result) => <Figure key={result.label} result={result} />)
        : null}
    </section>
  );
}
