/** Gauge sets on the shelf: leaves, check, and what was changed. */
import { newId, type Crib } from "../../api";
import { Button, type Keep } from "../../ui";
import { EMPTY_GAUGE, GaugeForm } from "./gauge-form";
import { Actions, History } from "./item-actions";

export interface ShelfProps {
  crib: Crib | undefined;
  keep: Keep;
  /** The item, or “new …”, that is being written; empty: none. */
  open: string;
  setOpen: (id: string) => void;
  setWithdrawing: (id: string) => void;
}

export function GaugesShelf({ crib, keep, open, setOpen, setWithdrawing }: ShelfProps) {
  return (
    <section aria-labelledby="gauges">
      <h1 id="gauges" className="text-2xl font-bold">
        Tool crib: gauge sets
      </h1>
      <p className="pb-3 text-soft">
        A set has its own leaves; stacks of up to three are worked out from them. A bent feeler is
        taken out here, and the plan no longer proposes it.
      </p>
      <ul className="grid gap-3 pb-3">
        {crib?.gauges.map((view) => (
          <li key={view.gauge.id} className="sheet p-4">
            <div className="flex flex-wrap items-start justify-between gap-3">
              <div className="min-w-0">
                <h2 className="text-lg font-bold">
                  {view.gauge.name}
                  {view.withdrawn ? <span className="text-oxide"> (withdrawn)</span> : null}
                </h2>
                <p>
                  {view.leaves} {view.gauge.unit}
                </p>
                {view.measured ? (
                  <p className="text-sm">
                    Measured: {view.measured} {view.gauge.unit}
                  </p>
                ) : null}
                <p
                  className={
                    view.gauge.checked_on ? "text-sm text-soft" : "text-sm font-bold text-care"
                  }
                >
                  {view.gauge.checked_on ? `Checked ${view.gauge.checked_on}` : "△ Never checked"}
                </p>
              </div>
              <Actions
                name={view.gauge.name}
                withdrawn={view.withdrawn}
                onChange={() => setOpen(open === view.gauge.id ? "" : view.gauge.id)}
                onWithdraw={() => setWithdrawing(view.gauge.id)}
              />
            </div>
            <History lines={view.history} />
            {open === view.gauge.id ? (
              <GaugeForm
                first={{
                  name: view.gauge.name,
                  unit: view.gauge.unit,
                  leaves: view.leaves,
                  checked_on: view.gauge.checked_on ?? "",
                  measured: view.measured,
                }}
                change
                onKeep={(gauge, reason) => keep(`gauges/${view.gauge.id}`, { gauge, reason })}
              />
            ) : null}
          </li>
        ))}
      </ul>
      {open === "new gauge" ? (
        <div className="sheet p-4">
          <GaugeForm
            first={EMPTY_GAUGE}
            onKeep={(gauge) => keep(`gauges/fs-${newId().slice(0, 10)}`, { gauge })}
          />
        </div>
      ) : (
        <Button onClick={() => setOpen("new gauge")}>Add a gauge set</Button>
      )}
    </section>
  );
}
