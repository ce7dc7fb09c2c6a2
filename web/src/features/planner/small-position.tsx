/** Where a short plan is for: machine and position, whether it holds the shaft, the other one of the shaft. */
import type { Covers } from "./covers";
import type { Floats } from "../../api";
import { ChoiceRow, SelectField } from "../../ui";
import { NotAsListed } from "./not-as-listed";
import type { SmallPlan } from "./small-plans";
import type { useSmallPlan } from "./use-small-plan";

type Plan = ReturnType<typeof useSmallPlan>;

export function SmallPosition({ plan, small }: { plan: Plan; small: SmallPlan }) {
  const machine = plan.choices?.machines.find((one) =>
    one.positions.some(({ id }) => id === plan.positionId),
  );
  const others = machine?.positions.filter(({ id }) => id !== plan.positionId) ?? [];
  return (
    <>
      <SelectField
        label="Machine and position"
        value={plan.positionId}
        onChange={(event) => plan.setPositionId(event.target.value)}
        problem={plan.problem?.at("position_id")}
      >
        <option value="">Choose …</option>
        {plan.choices?.machines.map((machine) => (
          <optgroup key={machine.id} label={`${machine.name} (${machine.area})`}>
            {machine.positions.map((position) => (
              <option key={position.id} value={position.id}>
                {machine.name}: {position.name}
              </option>
            ))}
          </optgroup>
        ))}
      </SelectField>
      <NotAsListed position={plan.positionId} planned={plan.draft["designation"] ?? ""} />
      {small.pair ? (
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
          problem={plan.problem?.at("floats")}
        />
      ) : null}
      {small.pair && others.length > 0 ? (
        <SelectField
          label={small.order_of ? "The other bearing of the cartridge" : "In the same job, by the same plan"}
          value={plan.otherId}
          onChange={(event) => plan.setOtherId(event.target.value)}
        >
          <option value="">{small.order_of ? "Choose …" : "this one alone"}</option>
          {others.map((position) => (
            <option key={position.id} value={position.id}>
              {position.name}: {plan.floats === "held" ? "floats" : "holds"}
            </option>
          ))}
        </SelectField>
      ) : null}
      <ChoiceRow
        label="The job covers"
        value={plan.covers}
        onChange={(value) => plan.setCovers(value as Covers)}
        options={small.covers(plan.draft)}
      />
    </>
  );
}
