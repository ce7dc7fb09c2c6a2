/**
 * What somebody typed beside what the chosen position has: neither is written over without a tap.
 */
import { Button } from "../../ui";
import type { Prefill } from "./use-prefill";

export function OfferBox({ prefill }: { prefill: Prefill }) {
  const { offer, typed } = prefill;
  if (!offer) return null;
  const said = (given: Record<string, string>) => Object.values(given).filter(Boolean).join(", ");
  return (
    <div role="alert" className="space-y-2 border-l-4 border-oxide pl-3">
      <p>
        Typed was <b>{said(typed)}</b>; this position has <b>{said(offer)}</b>.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button onClick={prefill.take}>Take the position's</Button>
        <Button onClick={prefill.keep}>Keep what was typed</Button>
      </div>
    </div>
  );
}
