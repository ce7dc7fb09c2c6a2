export { PlanPage } from "./plan-page";
