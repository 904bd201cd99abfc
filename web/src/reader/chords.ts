import { playChord } from "../drawn/playChord";
import { words } from "./words";

/** A button under each drawn chord that plays it once. */
export function playableChords(page: HTMLElement): void {
  for (const box of page.querySelectorAll<HTMLElement>(".chord-box")) {
    const picture = box.querySelector<SVGSVGElement>("svg");
    if (!picture) continue;
    const press = document.createElement("button");
    press.type = "button";
    press.className = "quiet";
    press.textContent = words.play;
    let stop: (() => void) | undefined;
    press.addEventListener("click", () => {
      if (stop) {
        stop();
        return;
      }
      press.textContent = words.stop;
      stop = playChord(picture, () => {
        stop = undefined;
        press.textContent = words.play;
      });
    });
    picture.after(press);
  }
}
