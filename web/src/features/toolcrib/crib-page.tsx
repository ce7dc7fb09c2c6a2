/** The tool crib: gauge sets with their leaves and checks, and cards typed in here. Every change is kept as a version. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { AwayError, ProblemError, getCrib, newId, send, type Crib } from "../../api";
import { Button, NamedReason, useSettings } from "../../ui";
import { CardForm, EMPTY_CARD } from "./card-form";
import { EMPTY_GAUGE, GaugeForm } from "./gauge-form";

export type Keep = (path: string, body: Record<string, unknown>) => Promise<ProblemError | null>;

export function CribPage() {
  const crib = useQuery({ queryKey: ["crib"], queryFn: getCrib });
  const queries = useQueryClient();
  const { actor } = useSettings();
  const [open, setOpen] = useState("");
  const [withdrawing, setWithdrawing] = useState("");

  const keep: Keep = async (path, body) => {
    try {
      const now = await send<Crib>(`/api/crib/${path}`, {
        client_event_id: newId(),
        actor,
        happened_at: new Date().toISOString(),
        ...body,
      });
      queries.setQueryData(["crib"], now);
      void queries.invalidateQueries({ queryKey: ["choices"] });
      void queries.invalidateQueries({ queryKey: ["tables"] });
      setOpen("");
      return null;
    } catch (error) {
      if (error instanceof ProblemError) return error;
      const away =
        error instanceof AwayError
          ? "No answer from the server. What you typed stays here; try again."
          : String(error);
      return new ProblemError(0, "Error", away, []);
    }
  };

  return (
    <div className="mx-auto max-w-5xl space-y-8">
      <section aria-labelledby="gauges">
        <h1 id="gauges" className="text-2xl font-bold">
          Tool crib: gauge sets
        </h1>
        <p className="pb-3 text-soft">
          A set has its own leaves; stacks of up to three are worked out from them. A bent leaf is taken out
          here, and the plan no longer proposes it.
        </p>
        <ul className="grid gap-3 pb-3">
          {crib.data?.gauges.map((view) => (
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
                  <p className={view.gauge.checked_on ? "text-sm text-soft" : "text-sm font-bold text-care"}>
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

      <section aria-labelledby="cards">
        <h2 id="cards" className="text-2xl font-bold">
          Cards of one&apos;s own
        </h2>
        <p className="pb-3 text-soft">
          A maker&apos;s sheet for one bearing, or the shop&apos;s own card: typed in with its source, then
          used in every plan like a built-in one. The maker&apos;s figure goes before any card.
        </p>
        <ul className="grid gap-3 pb-3">
          {crib.data?.cards.map((view) => (
            <li key={view.card.card} className="sheet p-4">
              <div className="flex flex-wrap items-start justify-between gap-3">
                <div className="min-w-0">
                  <h3 className="text-lg font-bold">
                    {view.card.name}
                    {view.card.designation ? `, for ${view.card.designation} alone` : ""}
                    {view.withdrawn ? <span className="text-oxide"> (withdrawn)</span> : null}
                  </h3>
                  <p className="text-sm text-soft">{view.card.source.source}</p>
                  <p>
                    {view.card.rows
                      .map(
                        (row) =>
                          `${row.over_mm} to ${row.to_mm} mm: ${row.reduction_um.low / 1000} to ${row.reduction_um.high / 1000} mm`,
                      )
                      .join("; ")}
                  </p>
                </div>
                <Actions
                  name={view.card.name ?? view.card.card}
                  withdrawn={view.withdrawn}
                  onChange={() => setOpen(open === view.card.card ? "" : view.card.card)}
                  onWithdraw={() => setWithdrawing(view.card.card)}
                />
              </div>
              <History lines={view.history} />
              {open === view.card.card ? (
                <CardForm
                  first={view.draft}
                  change
                  onKeep={(card, reason) => keep(`cards/${view.card.card}`, { card, reason })}
                />
              ) : null}
            </li>
          ))}
        </ul>
        {crib.data?.cards.length === 0 && open !== "new card" ? (
          <p className="pb-3">
            None yet. Have the maker&apos;s sheet at hand: it asks for bores, reduction, and what must be
            left.
          </p>
        ) : null}
        {open === "new card" ? (
          <div className="sheet p-4">
            <CardForm
              first={EMPTY_CARD}
              onKeep={(card) => keep(`cards/own-${newId().slice(0, 10)}`, { card })}
            />
          </div>
        ) : (
          <Button onClick={() => setOpen("new card")}>Type in a sheet or card</Button>
        )}
      </section>
      <NamedReason
        title="Withdraw"
        description="It is no longer offered. Jobs that used it keep it, and its history stays."
        action="Withdraw it"
        example="leaf 0.05 bent"
        open={withdrawing !== ""}
        onClose={() => setWithdrawing("")}
        onDecide={(name, reason) => void keep(`withdraw/${withdrawing}`, { actor: name, reason })}
      />
    </div>
  );
}

function Actions(props: { name: string; withdrawn: boolean; onChange: () => void; onWithdraw: () => void }) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={props.onChange}>
        {props.withdrawn ? "Bring back, changed" : "Change"}
        <span className="sr-only"> {props.name}</span>
      </Button>
      {props.withdrawn ? null : (
        <Button kind="quiet" onClick={props.onWithdraw}>
          Withdraw<span className="sr-only"> {props.name}</span>
        </Button>
      )}
    </div>
  );
}

function History({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="pt-1 text-sm text-soft">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
