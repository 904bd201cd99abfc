// Fetched when it is opened.
export { RoutesPage } from "./RoutesPage";
