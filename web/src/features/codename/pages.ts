// Fetched when they are opened; what others use at once is in index.ts.
export { GuidesPage } from "./GuidesPage";
export { PhonePage } from "./PhonePage";
