export { JobsPage } from "./jobs-page";
