/**
 * One variant. The first asks for everything; the others show only what was changed from it,
 * marked.
 */
import { useId, useState } from "react";
import type { ProblemError, VariantDraft } from "../../api";
import { Button, Say, SelectField, TextField } from "../../ui";
import { valueOf, withValue, wordsOf, type SlateField } from "./fields";

export function VariantForm(props: {
  name: string;
  draft: VariantDraft;
  /** The first variant; null for the first itself. */
  base: VariantDraft | null;
  fields: SlateField[];
  problem: ProblemError | null;
  bearings: string[];
  onChange: (draft: VariantDraft) => void;
  onRemove?: () => void;
  onPlan: () => void;
}) {
  const { name, draft, base, fields, problem, bearings, onChange, onRemove, onPlan } = props;
  const [wanted, setWanted] = useState<string[]>([]);
  const list = useId();
  const started = Boolean(draft.plan?.designation || draft.plan?.bore);
  const differs = (field: SlateField) =>
    base !== null && valueOf(base, field.name) !== valueOf(draft, field.name);
  const shown = fields.filter((field) =>
    base
      ? differs(field) || wanted.includes(field.name)
      : !field.seldom || valueOf(draft, field.name) || wanted.includes(field.name),
  );
  const hidden = fields.filter((field) => !shown.includes(field));
  const set = (field: SlateField, value: string) => onChange(withValue(draft, field.name, value));
  return (
    <section className="sheet space-y-2 p-3" aria-label={`Variant ${name}`}>
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-xl font-bold">
          {name}
          {base ? (
            <span className="text-base font-normal text-soft">
              {shown.length > 0 ? ": as A, but" : ": as A; nothing changed yet"}
            </span>
          ) : null}
        </h2>
        {onRemove ? (
          <Button kind="quiet" onClick={onRemove}>
            Take away<span className="sr-only"> variant {name}</span>
          </Button>
        ) : null}
      </div>
      <div className="grid grid-cols-2 gap-2">
        {shown.map((field) => {
          const common = {
            label: differs(field) ? `${field.label} ≠` : field.label,
            hint: base && differs(field) ? `A: ${wordsOf(field, base)}` : undefined,
            value: valueOf(draft, field.name),
            problem: valueOf(draft, field.name) ? problem?.at(field.name) : undefined,
          };
          return (
            <div key={field.name} className={field.name === "designation" ? "col-span-2" : ""}>
              {field.options ? (
                <SelectField {...common} onChange={(event) => set(field, event.target.value)}>
                  {field.options.map(({ value, label }) => (
                    <option key={value} value={value}>
                      {label}
                    </option>
                  ))}
                </SelectField>
              ) : (
                <TextField
                  {...common}
                  placeholder={field.empty}
                  list={field.name === "designation" ? list : undefined}
                  onChange={(event) => set(field, event.target.value)}
                  onChoose={(choice) => set(field, choice)}
                />
              )}
            </div>
          );
        })}
      </div>
      <datalist id={list}>
        {bearings.map((code) => (
          <option key={code} value={`${code} K`} />
        ))}
      </datalist>
      {hidden.length > 0 ? (
        <SelectField
          label={base ? `Change in ${name}` : "Give something else"}
          value=""
          onChange={(event) => setWanted((before) => [...before, event.target.value])}
        >
          <option value="">choose …</option>
          {hidden.map((field) => (
            <option key={field.name} value={field.name}>
              {field.label}
              {base ? ` (${wordsOf(field, draft)})` : ""}
            </option>
          ))}
        </SelectField>
      ) : null}
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
