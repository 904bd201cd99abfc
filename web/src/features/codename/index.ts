export { CodenameHead } from "./CodenameHead";
export { GuidesPage } from "./GuidesPage";
export { PhonePage } from "./PhonePage";
export { phoneQuery } from "./phoneQuery";
