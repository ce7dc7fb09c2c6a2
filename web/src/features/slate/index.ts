export { SheetPage } from "./sheet-page";
export { SlatePage } from "./slate-page";
