/**
 * The tool crib: gauge sets with their leaves and checks, cards typed in here, guns and wrenches.
 * Every change is kept as a version.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { getCrib, type Crib } from "../../api";
import { NamedReason, useKept, useSettings, type Keep } from "../../ui";
import { CardsShelf } from "./cards-shelf";
import { GaugesShelf } from "./gauges-shelf";
import { GunsShelf, WrenchesShelf } from "./tools-shelf";

export function CribPage() {
  const crib = useQuery({ queryKey: ["crib"], queryFn: getCrib });
  const queries = useQueryClient();
  const { actor } = useSettings();
  const [open, setOpen] = useState("");
  const [withdrawing, setWithdrawing] = useState("");

  const { keep: send, pin } = useKept<Crib>((now) => {
    queries.setQueryData(["crib"], now);
    for (const key of ["choices", "tables", "used"])
      void queries.invalidateQueries({ queryKey: [key] });
    setOpen("");
  });
  const keep: Keep = (path, body) => send(`/api/crib/${path}`, body);

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
      {pin}
    </div>
  );
}
