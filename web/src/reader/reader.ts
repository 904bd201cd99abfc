import "./reader.css";
import { keepReport } from "./report";
import { guideSteps } from "./steps";

const page = document.querySelector<HTMLElement>("[data-revision]");
if (page) {
  const revision = page.dataset.revision ?? "";
  guideSteps(page, revision);
  keepReport(page, revision);
}
