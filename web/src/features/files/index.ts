export { FilesPage } from "./FilesPage";
