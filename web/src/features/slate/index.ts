export { SlatePage } from "./slate-page";
