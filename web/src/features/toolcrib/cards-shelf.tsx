/** Cards of one’s own: a maker’s sheet typed in with its source. */
import { newId } from "../../api";
import { Button, UsedBy } from "../../ui";
import { EMPTY_CARD } from "./card-columns";
import { CardForm } from "./card-form";
import type { ShelfProps } from "./gauges-shelf";
import { Actions, History } from "./item-actions";

export function CardsShelf({ crib, keep, open, setOpen, setWithdrawing }: ShelfProps) {
  return (
    <section aria-labelledby="cards">
      <h2 id="cards" className="text-2xl font-bold">
        Cards of one&apos;s own
      </h2>
      <p className="pb-3 text-soft">
        A maker&apos;s sheet for one bearing, or the shop&apos;s own card: typed in with its source,
        then used in every plan like a built-in one. The maker&apos;s figure goes before any card.
      </p>
      <ul className="grid gap-3 pb-3">
        {crib?.cards.map((view) => (
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
            {view.version > 1 ? (
              <UsedBy path={`/api/crib/cards/${view.card.card}`} what="version of this card" />
            ) : null}
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
      {crib?.cards.length === 0 && open !== "new card" ? (
        <p className="pb-3">
          None yet. Have the maker&apos;s sheet at hand: it asks for bores, reduction, and what must
          be left.
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
  );
}
