export { TranslatePage } from "./TranslatePage";
