/** The tool crib: gauge sets with their leaves and checks, cards typed in here, guns and wrenches. Every change is kept as a version. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { AwayError, ProblemError, getCrib, newId, send, type Crib } from "../../api";
import { NamedReason, useSettings } from "../../ui";
import { CardsShelf } from "./cards-shelf";
import { GaugesShelf } from "./gauges-shelf";
import { GunsShelf, WrenchesShelf } from "./tools-shelf";

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

  const shelf = { crib: crib.data, keep, open, setOpen, setWithdrawing };
  return (
    <div className="mx-auto max-w-5xl space-y-8">
      <GaugesShelf {...shelf} />
      <CardsShelf {...shelf} />
      <GunsShelf {...shelf} />
      <WrenchesShelf {...shelf} />
      <NamedReason
        title="Withdraw"
        description="It is no longer offered. Jobs that used it keep it, and its history stays."
        action="Withdraw it"
        example="feeler 0.05 bent, ratchet worn"
        own
        open={withdrawing !== ""}
        onClose={() => setWithdrawing("")}
        onDecide={(_, reason) => void keep(`withdraw/${withdrawing}`, { actor, reason })}
      />
    </div>
  );
}
