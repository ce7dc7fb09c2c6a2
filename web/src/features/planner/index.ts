export { PlanPage } from "./plan-page";
export {
  CartridgePage,
  FittedPage,
  FollowerPage,
  InsertPage,
  ShoulderPage,
  UnitPage,
} from "./small-plan";
