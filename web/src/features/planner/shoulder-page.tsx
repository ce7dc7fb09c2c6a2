/** Plan a bearing on a cylindrical seat: fit, force and heat before the walk to the machine. */
import { useState } from "react";
import { Link } from "react-router";
import { Button, ChoiceRow, Figure, SelectField, TextField } from "../../ui";
import { FIELDS, type Shoulder } from "./shoulder-fields";
import { useShoulder } from "./use-shoulder";

type Plan = ReturnType<typeof useShoulder>;

export function ShoulderPage() {
  const plan = useShoulder();
  const { sheet, missing } = plan;
  return (
    <div className="grid gap-6 lg:grid-cols-[24rem_1fr]">
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void plan.open();
        }}
      >
        <h1 className="text-2xl font-bold">Plan a bearing on a cylindrical seat</h1>
        <Link to="/plan" className="inline-flex min-h-12 items-center text-dye underline underline-offset-4">
          On a taper or a sleeve instead
        </Link>
        <Position plan={plan} />
        <ShoulderForm plan={plan} />
        {plan.problem && plan.problem.fields.length === 0 ? (
          <p className="font-bold text-oxide">▲ {plan.problem.detail}</p>
        ) : null}
        {plan.away ? <p className="text-care">△ No network: nothing was opened. Press again.</p> : null}
        <Button kind="main" type="submit" data-main>
          Open the job
        </Button>
      </form>
      <section aria-label="Targets" className="sheet self-start p-4" aria-live="polite">
        <h2 className="text-xl font-bold">Targets{sheet ? `: ${sheet.label}` : ""}</h2>
        {sheet ? (
          <>
            <p className="text-soft">
              {sheet.closure}; held by {sheet.held_by}. By the limits: what is measured at the bench replaces
              them.
            </p>
            {sheet.unread.length > 0 ? (
              <p className="text-care">△ Not read of the number: {sheet.unread.join(", ")}.</p>
            ) : null}
            {sheet.figures.map((figure) => (
              <Figure key={figure.id} result={figure} />
            ))}
          </>
        ) : missing.length > 0 ? (
          <ul className="list-disc pl-5">
            {missing.map((field) => (
              <li key={field.name}>{field.message}</li>
            ))}
          </ul>
        ) : (
          <p className="text-soft">
            The number on the ring, the seat&apos;s class, and what holds it: then fit, force and heat stand
            here.
          </p>
        )}
      </section>
    </div>
  );
}

function Position({ plan }: { plan: Plan }) {
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
      <ChoiceRow
        label="The job covers"
        value={plan.whole ? "whole" : "mounting"}
        onChange={(value) => plan.setWhole(value === "whole")}
        options={[
          { value: "mounting", label: "seat and mounting" },
          { value: "whole", label: "every stage, from taking stock on" },
        ]}
      />
    </>
  );
}

function ShoulderForm({ plan }: { plan: Plan }) {
  const [more, setMore] = useState(false);
  const { draft, change, at } = plan;
  const byHand = FIELDS.some(({ name, seldom }) => seldom && (draft[name] || at(name)));
  const shown = FIELDS.filter(({ seldom }) => !seldom || more || byHand);
  const set = (name: keyof Shoulder) => (value: string) => change({ [name]: value });
  return (
    <>
      {shown.map(({ name, label, hint, options }) =>
        options ? (
          <ChoiceRow
            key={name}
            label={label}
            value={draft[name]}
            onChange={set(name)}
            options={options}
            problem={at(name)}
          />
        ) : (
          <TextField
            key={name}
            label={label}
            hint={hint}
            value={draft[name]}
            problem={at(name)}
            onChange={(event) => set(name)(event.target.value)}
            onChoose={set(name)}
          />
        ),
      )}
      {more || byHand ? null : (
        <Button kind="quiet" onClick={() => setMore(true)}>
          Size by hand, seals, limit by a sheet …
        </Button>
      )}
    </>
  );
}
