export { FilesPage } from "./FilesPage";
export { PackagePage } from "./PackagePage";
