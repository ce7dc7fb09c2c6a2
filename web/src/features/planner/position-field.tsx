/** Machine and position, and what was planned there last. */
import { Button, SelectField, moment } from "../../ui";
import { EMPTY } from "./draft";
import { NotAsListed } from "./not-as-listed";
import type { Plan } from "./use-plan";

export function PositionField({ plan }: { plan: Plan }) {
  const { choices, positionId, problem, revised, last } = plan;
  return (
    <>
      <SelectField
        label="Machine and position"
        value={positionId}
        disabled={Boolean(revised)}
        onChange={(e) => plan.choosePosition(e.target.value)}
        problem={problem?.at("position_id")}
      >
        <option value="">Choose …</option>
        {choices?.machines.map((machine) => (
          <optgroup key={machine.id} label={`${machine.name} (${machine.area})`}>
            {machine.positions.map((position) => (
              <option key={position.id} value={position.id}>
                {machine.name}: {position.name}
                {position.fixed === true ? ", fixed" : position.fixed === false ? ", floating" : ""}
              </option>
            ))}
          </optgroup>
        ))}
      </SelectField>
      {plan.offer ? (
        <div role="alert" className="space-y-2 border-l-4 border-oxide pl-3">
          <p>
            Typed was <b>{[plan.draft.designation, plan.draft.shaft].filter(Boolean).join(", ")}</b>; this
            position has <b>{[plan.offer.designation, plan.offer.shaft].filter(Boolean).join(", ")}</b>.
          </p>
          <div className="flex flex-wrap gap-3">
            <Button onClick={() => plan.offer && plan.takePosition(plan.offer)}>Take the position's</Button>
            <Button onClick={plan.keepTyped}>Keep what was typed</Button>
          </div>
        </div>
      ) : (
        <NotAsListed position={positionId} planned={plan.draft.designation} />
      )}
      {last && !revised ? (
        <div className="border-l-4 border-dye pl-3">
          <p className="text-sm">
            Planned last in job {last.number}, {moment(last.opened_at)}: {last.given["designation"]}
          </p>
          <Button
            kind="quiet"
            onClick={() => {
              plan.setDraft({ ...EMPTY, ...last.given });
              plan.setLast(null);
            }}
          >
            Plan it the same way
          </Button>
        </div>
      ) : null}
    </>
  );
}
