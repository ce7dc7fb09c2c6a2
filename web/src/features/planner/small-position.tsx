/** Whether it holds the shaft, the other one of the shaft, and what the job covers. */
import type { Floats } from "../../api";
import { ChoiceRow, SelectField, TextField } from "../../ui";
import type { Covers } from "./covers";
import type { SmallPlan } from "./small-plans";
import type { Small } from "./use-small-plan";
import { notInPlant, takes } from "./where";

/** Which bearing of the shaft it is, and the other one. */
export function Along({ plan, small }: { plan: Small; small: SmallPlan }) {
  if (!small.pair) return null;
  const others = plan.others.filter((one) => takes(one, small.order));
  const label = small.order_of ? "The other bearing of the cartridge" : "In the same job";
  return (
    <>
      <ChoiceRow
        label="This one"
        value={plan.floats}
        onChange={(value) => plan.setFloats(value as Floats)}
        options={[
          { value: "held", label: "holds the shaft" },
          {
            value: small.floating ?? "in_the_housing",
            label: small.floating ? "floats" : "floats in its housing",
          },
        ]}
        problem={plan.opening.problem?.at("floats")}
      />
      {notInPlant(plan.where) ? (
        <TextField
          label={label}
          hint={small.order_of ? undefined : "Blank: this one alone."}
          value={plan.otherId}
          problem={plan.opening.problem?.at("bearings.1.name")}
          onChange={(event) => plan.chooseOther(event.target.value)}
        />
      ) : others.length > 0 ? (
        <SelectField
          label={label}
          value={plan.otherId}
          onChange={(event) => plan.chooseOther(event.target.value)}
        >
          <option value="">{small.order_of ? "Choose …" : "this one alone"}</option>
          {others.map((position) => (
            <option key={position.id} value={position.id}>
              {position.name}: {plan.floats === "held" ? "floats" : "holds"}
            </option>
          ))}
        </SelectField>
      ) : null}
    </>
  );
}

export function SmallCovers({ plan, small }: { plan: Small; small: SmallPlan }) {
  return (
    <div className="border-l-4 border-dye pl-3">
      <ChoiceRow
        label="What this job covers"
        value={plan.covers}
        onChange={(value) => plan.setCovers(value as Covers)}
        options={small.covers(plan.draft)}
      />
    </div>
  );
}
