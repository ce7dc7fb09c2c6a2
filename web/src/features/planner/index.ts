export { PlanPage } from "./plan-page";
export { CartridgePage, FollowerPage, ShoulderPage, UnitPage } from "./small-plan";
