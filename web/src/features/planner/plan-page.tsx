/** Plan a mounting: what goes on where, and every target before the walk to the machine. */
import { Button, moment } from "../../ui";
import { type Draft } from "./draft";
import { HalfPlans } from "./half-plans";
import { KindRow } from "./kind-row";
import { GaugingFields, NutFields, RangeFields } from "./method-fields";
import { HydraulicFields, OilField } from "./oil-fields";
import { OpenFields } from "./open-fields";
import { BearingFields, Text, type Form } from "./part-fields";
import { PlanFrame } from "./plan-frame";
import { SeatFields } from "./seat-fields";
import { ShaftFields } from "./shaft-fields";
import { SheetLine } from "./sheet-line";
import { Decide } from "./sheet-choices";
import { SheetView } from "./sheet-view";
import { usePlan, type Plan } from "./use-plan";
import { usePreview } from "./use-preview";
import { WhereField } from "./where-field";

/** What is asked for while it is still empty. */
const ASKED: (keyof Draft)[] = ["range_low", "sheet"];

export function PlanPage() {
  const plan = usePlan();
  const { draft, given, choices, revised, opening, change } = plan;
  const { problem } = opening;
  const preview = usePreview(draft);
  const form: Form = {
    draft,
    change,
    problem: (name) =>
      problem?.at(name) ??
      (draft[name] || ASKED.includes(name) ? preview.problem?.at(name) : undefined),
  };
  const worked = preview.method === "Z" ? draft.method : preview.method || draft.method;
  const method = draft.housed_unit ? "Z" : worked;
  // While entries are missing the server says which: a gauge set is asked for only where the method
  // gauges.
  const gauged = (method !== "Z" && method !== "A") || Boolean(preview.problem?.at("feeler_id"));
  return (
    <PlanFrame
      title={revised ? "Change the plan" : "Plan a mounting"}
      head={
        revised ? null : (
          <>
            <KindRow kind="taper" />
            <HalfPlans open={plan.half} />
          </>
        )
      }
      onOpen={plan.open}
      sheet={
        <SheetView
          preview={preview}
          printAddress={`/api/print/plan.pdf?${new URLSearchParams(written(given))}`}
        />
      }
    >
      <WhereField
        kind="taper"
        choices={choices}
        where={plan.where}
        onChange={plan.changeWhere}
        at={(name) => problem?.at(name)}
        planned={draft.designation}
        prefill={plan.prefill}
        fixed={Boolean(revised)}
      />
      {plan.last && !revised ? <PlannedLast plan={plan} last={plan.last} /> : null}
      <BearingFields form={form} />
      <SeatFields form={form} materials={choices?.materials ?? []} />
      {gauged ? <SheetLine form={form} /> : null}
      {!gauged && (method === "Z" || method === "A") ? (
        <RangeFields form={form} method={method} />
      ) : null}
      {gauged ? (
        <GaugingFields
          form={{ ...form, draft: given }}
          gauges={choices?.feeler_sets ?? []}
          places={choices?.gauging_places ?? []}
        />
      ) : null}
      <NutFields form={form} />
      <OilField form={form} />
      {draft.card === "half" ? (
        <Text
          form={form}
          name="half_by"
          label="“Half of it” beyond the card: who decides"
          hint="Empty: capped at the card's largest reduction."
        />
      ) : null}
      {method === "X" ? <HydraulicFields form={form} /> : null}
      {preview.sheet ? <Decide sheet={preview.sheet} onChange={change} /> : null}
      {plan.where.positionId && !revised ? <ShaftFields plan={plan} /> : null}
      <OpenFields
        opening={opening}
        why={revised ? { reason: plan.reason, onReason: plan.setReason } : undefined}
        spell={plan.shaft.others.length > 0}
        onKeep={revised ? undefined : () => void plan.keep()}
      />
    </PlanFrame>
  );
}

function PlannedLast({ plan, last }: { plan: Plan; last: NonNullable<Plan["last"]> }) {
  return (
    <div className="border-l-4 border-dye pl-3">
      <p className="text-sm">
        Planned last in job {last.number}, {moment(last.opened_at)}: {last.given["designation"]}
      </p>
      <Button kind="quiet" onClick={() => plan.takeLast(last)}>
        Plan it the same way
      </Button>
    </div>
  );
}

/** What was given, for an address. */
const written = (draft: Record<string, string>) =>
  Object.fromEntries(Object.entries(draft).filter(([, value]) => value));
