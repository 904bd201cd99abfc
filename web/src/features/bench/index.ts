export { BenchPage } from "./BenchPage";
export { benchPath } from "./benchPath";
