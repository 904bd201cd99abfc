export { BuildsPage } from "./BuildsPage";
export { PastePage } from "./PastePage";
