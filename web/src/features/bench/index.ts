export { benchPath } from "./benchPath";
