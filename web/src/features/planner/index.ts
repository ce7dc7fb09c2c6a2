export { PlanPage } from "./plan-page";
export { FollowerPage, ShoulderPage, UnitPage } from "./small-plan";
