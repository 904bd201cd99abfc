export { BeginPage } from "./BeginPage";
export { DraftSheet } from "./DraftSheet";
export { ReplacePage } from "./ReplacePage";
