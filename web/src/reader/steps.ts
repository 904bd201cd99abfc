import { keep, readKept } from "./kept";
import { words } from "./words";

/** Ticking off, step by step. The rows are those of the page; nothing is computed here. */
export function guideSteps(page: HTMLElement, revision: string): void {
  const list = page.querySelector<HTMLElement>(".steps");
  if (!list) return;
  const steps = [...list.querySelectorAll<HTMLElement>(".step")];
  const way = document.createElement("div");
  way.className = "way";
  way.setAttribute("role", "img");
  list.before(way);
  list.classList.add("guided");
  const said = document.createElement("p");
  said.setAttribute("role", "status");
  said.className = "soft";
  way.after(said);

  for (const step of steps) step.querySelector(".body")?.append(actsOf(step));
  show();

  function actsOf(step: HTMLElement): HTMLElement {
    const acts = document.createElement("div");
    acts.className = "acts";
    const question = step.dataset.asks;
    const answers = question
      ? [...step.querySelectorAll<HTMLElement>("[data-answer]")].map((each) => ({
          value: each.dataset.answer ?? "",
          says: each.textContent ?? "",
        }))
      : [{ value: "", says: step.dataset.says ?? words.done }];
    for (const answer of answers) {
      const press = button(answer.says, "");
      press.addEventListener("click", () => {
        const kept = readKept(revision);
        if (question) keep(revision, { answers: { ...kept.answers, [question]: answer.value } });
        keep(revision, { done: [...kept.done.filter((id) => id !== step.id), step.id] });
        show(true);
      });
      acts.append(press);
    }
    if (step === steps[0]) return acts;
    const back = button(words.back, "quiet back");
    back.addEventListener("click", () => {
      keep(revision, { done: readKept(revision).done.slice(0, -1) });
      show(true);
    });
    acts.append(back);
    return acts;
  }

  function show(move = false): void {
    const kept = readKept(revision);
    const mine = steps.filter((step) => isMine(step, kept.answers));
    const now = mine.find((step) => !kept.done.includes(step.id));
    way.replaceChildren();
    for (const step of steps) {
      const isHere = mine.includes(step);
      const isDone = kept.done.includes(step.id);
      step.classList.toggle("elsewhere", !isHere);
      step.classList.toggle("done", isHere && isDone);
      step.classList.toggle("later", isHere && !isDone && step !== now);
      if (step === now) step.setAttribute("aria-current", "step");
      else step.removeAttribute("aria-current");
      if (!isHere) continue;
      const mark = document.createElement("i");
      if (isDone) mark.classList.add("done");
      if (step === now) mark.classList.add("now");
      if (step.querySelector(".cut")) mark.classList.add("cuts");
      way.append(mark);
    }
    const done = mine.filter((step) => kept.done.includes(step.id)).length;
    const says = now ? words.stepsDone(done, mine.length) : words.allDone(mine.length);
    way.setAttribute("aria-label", says);
    said.textContent = says;
    if (move && now) {
      now.scrollIntoView({ block: "start", behavior: "instant" });
      window.scrollBy(0, -40);
      now.querySelector<HTMLElement>("h3")?.focus({ preventScroll: true });
    } else if (move) {
      document.getElementById("report")?.scrollIntoView();
    }
  }
}

/** Whether the answers given so far lead to this step; a question that is still open hides none. */
function isMine(step: HTMLElement, answers: Record<string, string>): boolean {
  const under = (step.dataset.under ?? "").split(" ").filter(Boolean);
  return under.every((each) => {
    const [question = "", wanted] = each.split("=");
    return answers[question] === undefined || answers[question] === wanted;
  });
}

function button(text: string, look: string): HTMLButtonElement {
  const made = document.createElement("button");
  made.type = "button";
  made.className = look;
  made.textContent = text;
  return made;
}
