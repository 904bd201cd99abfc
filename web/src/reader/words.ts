/** What the script of the readers' pages says. A text that one language lacks does not compile. */
const ENGLISH = {
  play: "Play it once",
  stop: "Stop",
  stopped: "Stopped. Nothing was checked.",
  filesUnreachable: "The site cannot be reached. Choose the files once more.",
  sending: "Sending…",
  notSent: "Not sent yet. Check the marked fields.",
  notAccepted: (status: number) =>
    `The site could not accept it just now (${status}). Your report is kept here: send it again later.`,
  unreachable: "The site cannot be reached. Your report is kept here: send it again later.",
  done: "Done",
  back: "Back one step",
  stepsDone: (done: number, all: number) => `${done} of ${all} steps done`,
  allDone: (all: number) => `All ${all} steps done. Report below how it went.`,
};

const GERMAN: typeof ENGLISH = {
  play: "Einmal abspielen",
  stop: "Anhalten",
  stopped: "Angehalten. Nichts wurde geprüft.",
  filesUnreachable: "Die Website ist nicht erreichbar. Wählen Sie die Dateien noch einmal.",
  sending: "Wird gesendet…",
  notSent: "Noch nicht gesendet. Prüfen Sie die markierten Felder.",
  notAccepted: (status) =>
    `Die Website konnte ihn gerade nicht annehmen (${status}). Ihr Bericht bleibt hier: Senden Sie ihn später noch einmal.`,
  unreachable:
    "Die Website ist nicht erreichbar. Ihr Bericht bleibt hier: Senden Sie ihn später noch einmal.",
  done: "Erledigt",
  back: "Einen Schritt zurück",
  stepsDone: (done, all) => `${done} von ${all} Schritten erledigt`,
  allDone: (all) => `Alle ${all} Schritte erledigt. Berichten Sie unten, wie es gelaufen ist.`,
};

export const words = document.documentElement.lang === "de" ? GERMAN : ENGLISH;
