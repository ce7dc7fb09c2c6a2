export { SheetPage } from "./sheet-page";
export { CalculatorPage } from "./calculator-page";
