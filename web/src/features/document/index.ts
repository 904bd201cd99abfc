export { DocumentFoot } from "./DocumentFoot";
export { Editor } from "./Editor";
export { EditPage } from "./EditPage";
export { documentQuery, documentsQuery, schemaQuery } from "./queries";
