export { DeskPage } from "./DeskPage";
export { homeQuery } from "./homeQuery";
