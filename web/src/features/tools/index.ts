export { ListPage } from "./ListPage";
export { SchemePage } from "./SchemePage";
export { ToolPage } from "./ToolPage";
