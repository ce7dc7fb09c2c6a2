/**
 * Every bearing of a shaft in one job: which are covered, how each holds the shaft, and how much of
 * the work the job takes in.
 */
import type { Floats } from "../../api";
import { Button, ChoiceRow, SelectField } from "../../ui";
import { COVERS, type Covers } from "./covers";
import type { Plan } from "./use-plan";
import { positionOf } from "./where";

const FLOATS: Record<Floats, string> = {
  held: "Fixed: holds the shaft",
  in_its_seat: "Floats: the ring slides in its seat",
  inside_the_bearing: "Floats inside the bearing",
  in_the_housing: "Floats in the housing",
  cross_located: "Cross-located",
  unknown: "Not known yet",
};

export function ShaftFields({ plan }: { plan: Plan }) {
  const { shaft, where, opening } = plan;
  const { others, floats } = shaft;
  const count = shaft.on.length;
  const name = (id: string) => positionOf(plan.choices, id)?.name ?? id;
  return (
    <fieldset className="space-y-3 border-l-4 border-dye pl-3">
      <legend className="sr-only">What the job covers</legend>
      {count > 1 ? (
        <ChoiceRow
          label="This job covers"
          value={others.length > 0 ? "shaft" : "one"}
          onChange={(value) => shaft.cover(value === "shaft")}
          options={[
            { value: "one", label: "this bearing alone" },
            { value: "shaft", label: `all ${count} bearings of the shaft` },
          ]}
        />
      ) : null}
      <ChoiceRow
        label="What this job covers"
        value={plan.covers}
        onChange={(value) => plan.setCovers(value as Covers)}
        options={[{ value: "mounting", label: "the mounting alone" }, ...COVERS]}
      />
      {others.length > 0 ? (
        <>
          <SelectField
            label={`${name(where.positionId)}: does it hold the shaft?`}
            value={floats}
            onChange={(event) => {
              shaft.setFloats(event.target.value as Floats);
              opening.mended("floats");
            }}
            problem={opening.problem?.at("floats")}
          >
            {(Object.keys(FLOATS) as Floats[]).map((value) => (
              <option key={value} value={value}>
                {FLOATS[value]}
              </option>
            ))}
          </SelectField>
          <div>
            <p className="text-sm">
              The fields of the bearing are for <b>{name(where.positionId)}</b>.
            </p>
            {others.map((one) => (
              <Button
                key={one.id}
                kind="quiet"
                onClick={() => {
                  shaft.switchTo(one.id);
                  opening.clear();
                }}
              >
                Go to {name(one.id)}: {one.draft.designation}, {FLOATS[one.floats].toLowerCase()}
              </Button>
            ))}
          </div>
        </>
      ) : null}
    </fieldset>
  );
}
