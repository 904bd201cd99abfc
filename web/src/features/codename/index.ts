export { CodenameHead } from "./CodenameHead";
export { phoneQuery } from "./phoneQuery";
