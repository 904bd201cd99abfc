export { ListPage } from "./ListPage";
export { PassagePage } from "./PassagePage";
export { ProgramPage } from "./ProgramPage";
export { SchemePage } from "./SchemePage";
export { ToolPage } from "./ToolPage";
