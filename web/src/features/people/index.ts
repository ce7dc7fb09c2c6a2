export { AccountPage } from "./account-page";
export { ActsPage } from "./acts-page";
export { BoardPage } from "./board-page";
export { PeoplePage } from "./people-page";
