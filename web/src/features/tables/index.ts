export { SignsPage } from "./signs-page";
export { TablePage } from "./table-page";
export { TablesPage } from "./tables-page";
