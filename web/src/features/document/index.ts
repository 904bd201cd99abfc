export { DocumentFoot } from "./DocumentFoot";
export { EditPage } from "./EditPage";
export { documentQuery, documentsQuery } from "./queries";
