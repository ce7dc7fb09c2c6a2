export { RoundsPage } from "./rounds-page";
export { WalkPage } from "./walk-page";
