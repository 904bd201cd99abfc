export { ListPage } from "./ListPage";
export { ProgramPage } from "./ProgramPage";
export { SchemePage } from "./SchemePage";
export { ToolPage } from "./ToolPage";
