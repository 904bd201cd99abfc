import "./reader.css";
import { playableChords } from "./chords";
import { checkFiles } from "./files";
import { lookUp } from "./lookUp";
import { keepReport } from "./report";
import { guideSteps } from "./steps";

playableChords(document.body);
const search = document.querySelector<HTMLFormElement>("[data-look-up]");
if (search) lookUp(search);
const page = document.querySelector<HTMLElement>("[data-revision]");
if (page) {
  const revision = page.dataset.revision ?? "";
  checkFiles(page, revision);
  guideSteps(page, revision);
  keepReport(page, revision);
}
