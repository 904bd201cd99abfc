// Fetched when it is opened; what others use at once is in index.ts.
export { BenchPage } from "./BenchPage";
