export { PlanPage } from "./plan-page";
export { ShoulderPage } from "./shoulder-page";
