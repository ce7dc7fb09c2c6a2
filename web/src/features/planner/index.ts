export { PlanPage } from "./plan-page";
export { CartridgePage, FittedPage, FollowerPage, ShoulderPage, UnitPage } from "./small-plan";
