/** A short plan: what is asked on the left, every target on the right, before the walk to the machine. */
import { useState } from "react";
import { Link } from "react-router";
import { Button, ChoiceRow, Figure, TextField } from "../../ui";
import { CARTRIDGE } from "./cartridge-plan";
import { FITTED } from "./fitted-plan";
import { alsoMeant, meantBut } from "../../ui";
import { LockWays } from "./lock-ways";
import { FOLLOWER, SHOULDER, matters, type SmallPlan } from "./small-plans";
import { UNIT } from "./unit-plan";
import { SmallPosition } from "./small-position";
import { useSmallPlan } from "./use-small-plan";

type Plan = ReturnType<typeof useSmallPlan>;

export const ShoulderPage = () => <SmallPlanPage key="shoulder" small={SHOULDER} />;
export const FollowerPage = () => <SmallPlanPage key="follower" small={FOLLOWER} />;
export const CartridgePage = () => <SmallPlanPage key="cartridge" small={CARTRIDGE} />;
export const FittedPage = () => <SmallPlanPage key="fitted" small={FITTED} />;
export const UnitPage = () => <SmallPlanPage key="unit" small={UNIT} />;

function SmallPlanPage({ small }: { small: SmallPlan }) {
  const plan = useSmallPlan(small);
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
        <h1 className="text-2xl font-bold">{small.title}</h1>
        <Link to="/plan" className="inline-flex min-h-12 items-center text-dye underline underline-offset-4">
          A bearing on a taper or a sleeve instead
        </Link>
        <SmallPosition plan={plan} small={small} />
        <Fields plan={plan} small={small} />
        {plan.problem && plan.problem.fields.length === 0 ? (
          <p className="font-bold text-oxide">▲ {plan.problem.detail}</p>
        ) : null}
        {plan.away ? <p className="text-care">△ No network: nothing was opened. Press again.</p> : null}
        <Button kind="main" type="submit" data-main>
          Open the job
        </Button>
      </form>
      <div className="space-y-6">
        <section aria-label="Targets" className="sheet self-start p-4" aria-live="polite">
          <h2 className="text-xl font-bold">Targets{sheet ? `: ${sheet.label}` : ""}</h2>
          {sheet ? (
            <>
              <p className="text-soft">{sheet.about}</p>
              {sheet.warning ? <p className="text-care">△ {sheet.warning}</p> : null}
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
            <p className="text-soft">{small.teach}</p>
          )}
        </section>
        {small.order === "unit" ? (
          <LockWays draft={plan.draft} onTake={(lock) => plan.change({ lock })} />
        ) : null}
      </div>
    </div>
  );
}

function Fields({ plan, small }: { plan: Plan; small: SmallPlan }) {
  const [more, setMore] = useState(false);
  const { draft, change, at } = plan;
  const byHand = small.fields.some(({ name, seldom }) => seldom && (draft[name] || at(name)));
  const shown = small.fields.filter((field) => matters(field, draft) && (!field.seldom || more || byHand));
  // Another number is compared anew, whatever was meant before.
  const set = (name: string) => (value: string) =>
    change({ [name]: value, meant: meantBut(draft.meant, name) });
  return (
    <>
      {shown.map(({ name, label, hint, options }) =>
        options ? (
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
            onMeant={() => change({ meant: alsoMeant(draft.meant, name) })}
          />
        ),
      )}
      {more || byHand ? null : (
        <Button kind="quiet" onClick={() => setMore(true)}>
          {small.more}
        </Button>
      )}
    </>
  );
}
