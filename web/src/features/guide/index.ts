export { GuidePage } from "./guide-page";
export { WordsPage } from "./words-page";
