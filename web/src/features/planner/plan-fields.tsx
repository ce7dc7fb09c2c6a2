/** The entries of a short plan, and those of the other unit where it goes by its own. */
import { useState } from "react";
import { Button, ChoiceRow, TextField, alsoMeant, meantBut } from "../../ui";
import { matters, optionsOf, type SmallPlan } from "./small-plans";
import type { Small } from "./use-small-plan";

/** Two units of one shaft are often two kinds: the other one by this plan, or by its own. */
export function OwnPlan({ plan, small }: { plan: Small; small: SmallPlan }) {
  if (!plan.otherId || small.order_of) return null;
  return (
    <fieldset className="space-y-3 border-l-4 border-rule pl-3">
      <ChoiceRow
        label="The other one goes by"
        value={plan.other ? "own" : "same"}
        onChange={(value) => plan.setOwn(value === "own")}
        options={[
          { value: "same", label: "this plan" },
          { value: "own", label: "its own plan" },
        ]}
      />
      {plan.other ? <Fields plan={plan.other} small={small} /> : null}
    </fieldset>
  );
}

type Filled = Pick<Small, "draft" | "change" | "at">;

export function Fields({ plan, small }: { plan: Filled; small: SmallPlan }) {
  const [more, setMore] = useState(false);
  const { draft, change, at } = plan;
  const byHand = small.fields.some(
    (field) => field.seldom && matters(field, draft) && (draft[field.name] || at(field.name)),
  );
  const shown = small.fields.filter(
    (field) => matters(field, draft) && (!field.seldom || more || byHand),
  );
  // Another number is compared anew, whatever was meant before.
  const set = (name: string) => (value: string) =>
    change({ [name]: value, meant: meantBut(draft["meant"], name) });
  return (
    <>
      {shown.map((field) => {
        const { name, label, hint } = field;
        const options = optionsOf(field, draft);
        return options ? (
          <ChoiceRow
            key={name}
            label={label}
            value={draft[name] ?? ""}
            onChange={set(name)}
            options={options}
            problem={at(name)}
          />
        ) : (
          <TextField
            key={name}
            label={label}
            hint={hint}
            value={draft[name] ?? ""}
            problem={at(name)}
            onChange={(event) => set(name)(event.target.value)}
            onChoose={set(name)}
            onMeant={() => change({ meant: alsoMeant(draft["meant"], name) })}
          />
        );
      })}
      {more || byHand ? null : (
        <Button kind="quiet" onClick={() => setMore(true)}>
          {small.more}
        </Button>
      )}
    </>
  );
}
