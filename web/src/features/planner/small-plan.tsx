/**
 * A short plan: what is asked on the left, every target on the right, before the walk to the
 * machine.
 */
import { Earlier, Figure, NoAnswer } from "../../ui";
import { CARTRIDGE } from "./cartridge-plan";
import { FITTED } from "./fitted-plan";
import { HalfPlans } from "./half-plans";
import { INSERT } from "./insert-plan";
import { KindRow } from "./kind-row";
import { LockWays } from "./lock-ways";
import { OpenFields } from "./open-fields";
import { Fields, OwnPlan } from "./plan-fields";
import { PlanFrame } from "./plan-frame";
import { Along, SmallCovers } from "./small-position";
import { FOLLOWER, SHOULDER, type SmallPlan } from "./small-plans";
import { UNIT } from "./unit-plan";
import { useSmallPlan, type Small } from "./use-small-plan";
import { WhereField } from "./where-field";

export const ShoulderPage = () => <SmallPlanPage key="shoulder" small={SHOULDER} />;
export const FollowerPage = () => <SmallPlanPage key="follower" small={FOLLOWER} />;
export const CartridgePage = () => <SmallPlanPage key="cartridge" small={CARTRIDGE} />;
export const FittedPage = () => <SmallPlanPage key="fitted" small={FITTED} />;
export const InsertPage = () => <SmallPlanPage key="insert" small={INSERT} />;
export const UnitPage = () => <SmallPlanPage key="unit" small={UNIT} />;

function SmallPlanPage({ small }: { small: SmallPlan }) {
  const plan = useSmallPlan(small);
  const { draft, opening } = plan;
  return (
    <PlanFrame
      title={small.title}
      head={
        <>
          <KindRow kind={small.order} />
          <HalfPlans open={plan.half} />
        </>
      }
      onOpen={plan.open}
      sheet={<Targets plan={plan} small={small} />}
    >
      <WhereField
        kind={small.order}
        choices={plan.choices}
        where={plan.where}
        onChange={plan.changeWhere}
        at={(name) => opening.problem?.at(name)}
        planned={draft["designation"] ?? ""}
        prefill={plan.prefill}
      />
      <Along plan={plan} small={small} />
      <Fields plan={plan} small={small} />
      <OwnPlan plan={plan} small={small} />
      {small.order === "unit" ? (
        <LockWays draft={draft} onTake={(lock) => plan.change({ lock })} />
      ) : null}
      <SmallCovers plan={plan} small={small} />
      <OpenFields opening={opening} spell={plan.otherId !== ""} onKeep={() => void plan.keep()} />
    </PlanFrame>
  );
}

function Targets({ plan, small }: { plan: Small; small: SmallPlan }) {
  const { missing } = plan;
  const { answer: sheet, earlier, away } = plan.worked;
  return (
    <section aria-label="Targets" className="sheet self-start p-4" aria-live="polite">
      <h2 className="text-xl font-bold">Targets{sheet ? `: ${sheet.label}` : ""}</h2>
      {away ? (
        <NoAnswer />
      ) : sheet ? (
        <Earlier earlier={earlier}>
          <p className="text-soft">{sheet.about}</p>
          {sheet.warning ? <p className="text-care">△ {sheet.warning}</p> : null}
          {sheet.figures.map((figure) => (
            <Figure key={figure.id} result={figure} />
          ))}
        </Earlier>
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
  );
}
