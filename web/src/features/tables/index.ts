export { TablePage } from "./table-page";
export { TablesPage } from "./tables-page";
