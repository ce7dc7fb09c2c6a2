export { PlanPage } from "./plan-page";
export { FollowerPage, ShoulderPage } from "./small-plan";
