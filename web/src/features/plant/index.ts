export { PlantPage } from "./plant-page";
export { PositionPage } from "./position-page";
