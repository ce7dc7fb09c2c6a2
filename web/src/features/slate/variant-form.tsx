/** One variant: the few things that a what-if changes; the seldom ones behind a line of text. */
import { useId, useState } from "react";
import type { Choices, PlanDraft, ProblemError, SlateDraft } from "../../api";
import { Button, Say, SelectField, TextField } from "../../ui";

const GROUPS = ["", "C2", "CN", "C3", "C4", "C5"];
const SELDOM: { name: keyof PlanDraft; label: string }[] = [
  { name: "bore", label: "Bore d" },
  { name: "outside", label: "Outside D" },
  { name: "width", label: "Width B" },
  { name: "nut_pitch", label: "Nut pitch" },
  { name: "nut_outside", label: "Nut diameter" },
  { name: "nut_slots", label: "Slots" },
];

export function VariantForm(props: {
  name: string;
  draft: SlateDraft;
  problem: ProblemError | null;
  materials: string[];
  bearings: string[];
  cards: Choices["own_cards"];
  onChange: (draft: SlateDraft) => void;
  onRemove?: () => void;
  onPlan: () => void;
}) {
  const { name, draft, problem, materials, bearings, cards, onChange, onRemove, onPlan } = props;
  const plan = draft.plan ?? {};
  const list = useId();
  const [seldom, setSeldom] = useState(SELDOM.some((field) => plan[field.name]));
  const set = (part: Partial<PlanDraft>) => onChange({ ...draft, plan: { ...plan, ...part } });
  const text = (field: keyof PlanDraft, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      value={plan[field] ?? ""}
      problem={plan[field] ? problem?.at(field) : undefined}
      onChange={(event) => set({ [field]: event.target.value })}
    />
  );
  const started = Boolean(plan.designation || plan.bore);
  return (
    <section className="sheet space-y-3 p-4" aria-label={`Variant ${name}`}>
      <div className="flex items-center justify-between">
        <h2 className="text-xl font-bold">{name}</h2>
        {onRemove ? (
          <Button kind="quiet" onClick={onRemove}>
            Take away<span className="sr-only"> variant {name}</span>
          </Button>
        ) : null}
      </div>
      <div className="grid grid-cols-2 gap-2">
        <div className="col-span-2">
          <TextField
            label="Number on the ring"
            list={list}
            value={plan.designation ?? ""}
            placeholder="22218 K C3"
            problem={plan.designation ? problem?.at("designation") : undefined}
            onChange={(event) => set({ designation: event.target.value })}
          />
          <datalist id={list}>
            {bearings.map((code) => (
              <option key={code} value={`${code} K`} />
            ))}
          </datalist>
        </div>
        <SelectField
          label="Group, if not in the number"
          value={plan.group ?? ""}
          onChange={(event) => set({ group: event.target.value })}
        >
          {GROUPS.map((group) => (
            <option key={group} value={group}>
              {group || "as in the number"}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Taper, if not in the number"
          value={plan.taper ?? ""}
          onChange={(event) => set({ taper: event.target.value })}
        >
          <option value="">as in the number</option>
          <option value="1:12">1:12 (K)</option>
          <option value="1:30">1:30 (K30)</option>
        </SelectField>
        {text("shaft", "Shaft diameter", "80 mm, 3 3/16 in")}
        {text("shaft_bore", "Shaft bored to", "empty: solid")}
        <TextField
          label="Unmounted clearance"
          hint="empty: middle of the group"
          value={draft.initial ?? ""}
          problem={problem?.at("initial")}
          onChange={(event) => onChange({ ...draft, initial: event.target.value })}
        />
        <TextField
          label="Inner ring warmer by, K"
          hint="commonly 5 to 10"
          value={draft.inner_over_outer ?? ""}
          problem={problem?.at("inner_over_outer")}
          onChange={(event) => onChange({ ...draft, inner_over_outer: event.target.value })}
        />
        <SelectField
          label="Card"
          value={plan.card ?? "A"}
          onChange={(event) => set({ card: event.target.value })}
        >
          {["A", "B", "C"].map((card) => (
            <option key={card} value={card}>
              card {card}
            </option>
          ))}
          <option value="half">half of it</option>
          {cards.map((card) => (
            <option key={card.id} value={card.id}>
              {card.title}
            </option>
          ))}
        </SelectField>
        {text("nut_tabs", "Washer's outer tabs", "empty: by the table")}
        <SelectField
          label="Nut"
          value={plan.nut_family ?? ""}
          onChange={(event) => set({ nut_family: event.target.value })}
        >
          <option value="">metric</option>
          <option value="inch">inch</option>
        </SelectField>
        <SelectField
          label="Shaft material"
          value={plan.shaft_material ?? ""}
          onChange={(event) => set({ shaft_material: event.target.value })}
        >
          <option value="">carbon shaft steel (usual)</option>
          {materials.map((material) => (
            <option key={material}>{material}</option>
          ))}
        </SelectField>
        {seldom ? SELDOM.map((field) => <div key={field.name}>{text(field.name, field.label)}</div>) : null}
        {seldom ? (
          <TextField
            label="Squeeze of a tight housing"
            value={draft.squeeze ?? ""}
            problem={problem?.at("squeeze")}
            onChange={(event) => onChange({ ...draft, squeeze: event.target.value })}
          />
        ) : null}
      </div>
      {seldom ? null : (
        <Button kind="quiet" onClick={() => setSeldom(true)}>
          Dimensions, nut, housing squeeze
        </Button>
      )}
      {problem && started ? (
        <ul className="border-l-4 border-oxide pl-3 text-sm">
          {problem.fields.map((field) => (
            <li key={field.name + field.message}>
              <b>
                <Say>{field.message}</Say>
              </b>{" "}
              <span className="text-soft">
                <Say>{field.expected ?? ""}</Say>
              </span>
            </li>
          ))}
        </ul>
      ) : null}
      <Button disabled={!started || Boolean(problem)} onClick={onPlan}>
        Plan a job from {name}
      </Button>
    </section>
  );
}
