export { GuidePage } from "./guide-page";
export { WordsPage } from "./words-page";
export { WaysPage } from "./ways-page";
