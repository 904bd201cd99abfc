import { playChord } from "../drawn/playChord";

/** A button under each drawn chord that plays it once. */
export function playableChords(page: HTMLElement): void {
  for (const box of page.querySelectorAll<HTMLElement>(".chord-box")) {
    const picture = box.querySelector<SVGSVGElement>("svg");
    if (!picture) continue;
    const press = document.createElement("button");
    press.type = "button";
    press.className = "quiet";
    press.textContent = "Play it once";
    let stop: (() => void) | undefined;
    press.addEventListener("click", () => {
      if (stop) {
        stop();
        return;
      }
      press.textContent = "Stop";
      stop = playChord(picture, () => {
        stop = undefined;
        press.textContent = "Play it once";
      });
    });
    picture.after(press);
  }
}
