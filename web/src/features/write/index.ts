export { BeginPage } from "./BeginPage";
export { DraftSheet } from "./DraftSheet";
