export { CodenameHead } from "./CodenameHead";
export { CodenamePage } from "./CodenamePage";
