/** Plans that were kept half done: to go on with, or to drop. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { dropHalfPlan, getHalfPlans } from "../../api";
import { Button, moment } from "../../ui";
import { pathOf, wordsOf } from "./kind-row";

export function HalfPlans({ open }: { open: string }) {
  const queries = useQueryClient();
  const plans = useQuery({ queryKey: ["half-plans"], queryFn: getHalfPlans, staleTime: 10_000 });
  const [asked, setAsked] = useState("");
  const others = (plans.data ?? []).filter(({ id }) => id !== open);
  if (others.length === 0) return null;
  const drop = async (id: string) => {
    setAsked("");
    const left = await dropHalfPlan(id).catch(() => null);
    if (left) queries.setQueryData(["half-plans"], left);
  };
  return (
    <details className="sheet px-4" open={others.length <= 3}>
      <summary className="flex min-h-12 cursor-pointer items-center font-bold">
        Half-done plans ({others.length})
      </summary>
      <ul className="pb-2">
        {others.map((plan) => (
          <li
            key={plan.id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-1"
          >
            <Link
              to={`${pathOf(plan.work)}?half=${plan.id}`}
              className="min-h-11 grow py-1 hover:bg-wash"
            >
              <b className="block text-dye underline underline-offset-4">
                {plan.about || wordsOf(plan.work)}
              </b>
              <span className="text-sm text-soft">
                {wordsOf(plan.work)}; {plan.actor}, {moment(plan.kept_at)}
              </span>
            </Link>
            {asked === plan.id ? (
              <Button kind="stop" onClick={() => void drop(plan.id)}>
                Drop it for good
              </Button>
            ) : (
              <Button kind="quiet" onClick={() => setAsked(plan.id)}>
                Drop<span className="sr-only"> {plan.about}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
