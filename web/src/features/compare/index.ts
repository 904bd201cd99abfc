export { ComparePage } from "./ComparePage";
export { withPredecessor } from "./compareQuery";
