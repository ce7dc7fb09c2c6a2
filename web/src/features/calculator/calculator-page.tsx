/**
 * The calculator: what if. Up to three variants side by side, worked out while typing; a job can be
 * planned from one.
 */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { ProblemError, getChoices, workOut, type Variants, type VariantDraft } from "../../api";
import { Button, Earlier, NoAnswer, useSettings, useWorkedOut } from "../../ui";
import { Compared } from "./compared";
import { Brief } from "./brief";
import { fieldsOf, follow } from "./fields";
import { SheetChoice } from "./sheet-choice";
import { VariantForm } from "./variant-form";

const KEY = "tribodex.calculator";
const MOST = 3;
const FIRST: VariantDraft = { plan: {}, initial: "", inner_over_outer: "", squeeze: "" };

function kept(): VariantDraft[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(found) && found.length > 0
      ? (found as VariantDraft[]).slice(0, MOST)
      : [FIRST];
  } catch {
    return [FIRST];
  }
}

export function CalculatorPage() {
  const [variants, setVariants] = useState(kept);
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const navigate = useNavigate();
  const { units } = useSettings();
  const begun = variants.some(({ plan }) => plan?.designation || plan?.bore);
  const { answer: compared, earlier, away } = useWorkedOut(variants, begun, workOut);
  useEffect(() => localStorage.setItem(KEY, JSON.stringify(variants)), [variants]);
  const fields = fieldsOf(choices.data);
  const change = (at: number, to: VariantDraft) =>
    setVariants((before) =>
      before.map((variant, index) => {
        if (index === at) return to;
        return at === 0 ? follow(variant, before[0] ?? FIRST, to, fields) : variant;
      }),
    );
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-2xl font-bold">Calculator</h1>
          <p className="text-soft">What if? Nothing here is kept in a record.</p>
        </div>
        <div className="flex flex-wrap items-end gap-3">
          <SheetChoice now="" />
          {variants.length < MOST ? (
            <Button
              onClick={() =>
                setVariants((before) => [...before, structuredClone(before[0] ?? FIRST)])
              }
            >
              Set another variant beside it
            </Button>
          ) : null}
          <Button kind="quiet" onClick={() => setVariants([FIRST])}>
            Wipe all
          </Button>
        </div>
      </div>
      {away ? <NoAnswer /> : null}
      <div className="grid items-start gap-4 lg:grid-cols-[24rem_minmax(0,1fr)]">
        <div className="space-y-4">
          {variants.map((variant, at) => (
            <VariantForm
              key={at}
              name={"ABC"[at] ?? ""}
              draft={variant}
              base={at > 0 ? (variants[0] ?? FIRST) : null}
              fields={fields}
              problem={problemOf(compared, at)}
              bearings={choices.data?.bearings ?? []}
              onChange={(to) => change(at, to)}
              onRemove={
                variants.length > 1 && at > 0
                  ? () => setVariants((before) => before.filter((_, i) => i !== at))
                  : undefined
              }
              onPlan={() => {
                const given = Object.entries(variant.plan ?? {}).filter(([, value]) => value);
                navigate(`/plan?${new URLSearchParams(given)}`);
              }}
            />
          ))}
        </div>
        {compared ? (
          <>
            {earlier ? null : <Brief compared={compared} units={units} />}
            <div className="min-w-0 lg:sticky lg:top-2 lg:max-h-[calc(100vh-1rem)] lg:overflow-y-auto">
              <Earlier earlier={earlier}>
                <div className="space-y-4">
                  <Compared compared={compared} units={units} />
                </div>
              </Earlier>
            </div>
          </>
        ) : away ? null : (
          <p className="sheet p-4 text-soft">
            Give the number on the ring: what follows from it stands here while you type.
          </p>
        )}
      </div>
    </div>
  );
}

function problemOf(compared: Variants | null, at: number): ProblemError | null {
  const variant = compared?.variants[at];
  return variant && !variant.sheet
    ? new ProblemError(422, "", variant.problem, variant.fields)
    : null;
}
