/** Plan a mounting: what goes on where, and every target before the walk to the machine. */
import { Link } from "react-router";
import type { Draft } from "./draft";
import { GaugingFields, NutFields, RangeFields } from "./method-fields";
import { HydraulicFields, OilField } from "./oil-fields";
import { OpenFields } from "./open-fields";
import { BearingFields, Text, type Form } from "./part-fields";
import { SeatFields } from "./seat-fields";
import { PositionField } from "./position-field";
import { ShaftFields } from "./shaft-fields";
import { SheetView } from "./sheet-view";
import { usePlan } from "./use-plan";
import { usePreview } from "./use-preview";

export function PlanPage() {
  const plan = usePlan();
  const { draft, setDraft, given, choices, problem, revised, positionId } = plan;
  const preview = usePreview(draft);
  const choose = (name: keyof Draft) => (value: string) =>
    setDraft((before) => ({ ...before, [name]: value }));
  const field = (name: keyof Draft) =>
    problem?.at(name) ?? (draft[name] || name === "range_low" ? preview.problem?.at(name) : undefined);
  const form: Form = {
    draft,
    change: (part) => setDraft((before) => ({ ...before, ...part })),
    problem: field,
  };
  const method = draft.housed_unit
    ? "Z"
    : preview.method === "Z"
      ? draft.method
      : preview.method || draft.method;
  // While entries are missing the server says which: a gauge set is asked for only where the method gauges.
  const gauged = (method !== "Z" && method !== "A") || Boolean(preview.problem?.at("feeler_id"));
  return (
    <div className="grid gap-6 lg:grid-cols-[24rem_1fr]">
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void plan.open();
        }}
      >
        <h1 className="text-2xl font-bold">{revised ? "Change the plan" : "Plan a mounting"}</h1>
        {revised ? null : (
          <p className="flex flex-wrap gap-x-4">
            {OTHERS.map(({ to, words }) => (
              <Link
                key={to}
                to={to}
                className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
              >
                {words}
              </Link>
            ))}
          </p>
        )}
        <PositionField plan={plan} />
        {positionId && !revised ? <ShaftFields plan={plan} /> : null}
        <BearingFields form={form} />
        <SeatFields form={form} materials={choices?.materials ?? []} />
        {!gauged && (method === "Z" || method === "A") ? <RangeFields form={form} method={method} /> : null}
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
        <OpenFields plan={plan} />
      </form>
      <SheetView
        sheet={preview.sheet}
        early={preview.early}
        onCard={choose("card")}
        onMethod={choose("method")}
        onWasher={choose("washer")}
        printAddress={`/api/print/plan.pdf?${new URLSearchParams(written(given))}`}
      />
    </div>
  );
}

/** What is mounted in another way has a plan of its own. */
const OTHERS = [
  { to: "/plan/shoulder", words: "On a cylindrical seat instead" },
  { to: "/plan/cartridge", words: "A cartridge with two bearings instead" },
  { to: "/plan/unit", words: "A housed unit with an insert instead" },
  { to: "/plan/follower", words: "A cam follower instead" },
  { to: "/plan/fitted", words: "Others mounted it: grease, seals, removal" },
];

/** What was given, for an address. */
const written = (draft: Draft) => Object.fromEntries(Object.entries(draft).filter(([, value]) => value));
