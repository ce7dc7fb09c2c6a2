/** The end of the form: why, who, what was wrong, and the button that opens the job. */
import { Button, SelectField, TextField } from "../../ui";
import type { Plan } from "./use-plan";

export function OpenFields({ plan }: { plan: Plan }) {
  const { problem, revised, settings, choices, away } = plan;
  return (
    <>
      {revised ? (
        <TextField
          label="Why the plan changes"
          value={plan.reason}
          onChange={(event) => plan.setReason(event.target.value)}
          problem={problem?.at("reason")}
        />
      ) : (
        <TextField
          label="Why this job (optional)"
          value={plan.title}
          onChange={(event) => plan.setTitle(event.target.value)}
        />
      )}
      <SelectField
        label="Who plans"
        value={settings.actor}
        onChange={(e) => settings.change({ actor: e.target.value })}
        problem={problem?.at("actor")}
      >
        <option value="">Choose …</option>
        {choices?.people.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </SelectField>
      {problem ? (
        <div role="alert" className="border-2 border-oxide p-3">
          <p className="font-bold text-oxide">▲ {problem.detail} Nothing was lost.</p>
          {plan.others.length > 0
            ? problem.fields.map((field) => (
                <p key={field.name} className="text-sm">
                  {field.message}
                </p>
              ))
            : null}
        </div>
      ) : null}
      {away ? (
        <p role="alert" className="border-2 border-oxide p-3">
          No answer from the server. What you entered stays here; press again when the network is back.
        </p>
      ) : null}
      <Button kind="main" type="submit" className="w-full text-lg">
        {revised ? "Take the changed plan" : "Open the job at the bench"}
      </Button>
    </>
  );
}
