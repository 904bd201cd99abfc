import "./reader.css";
import { playableChords } from "./chords";
import { checkFiles } from "./files";
import { keepReport } from "./report";
import { guideSteps } from "./steps";

playableChords(document.body);
const page = document.querySelector<HTMLElement>("[data-revision]");
if (page) {
  const revision = page.dataset.revision ?? "";
  checkFiles(page, revision);
  guideSteps(page, revision);
  keepReport(page, revision);
}
