export { CribPage } from "./crib-page";
