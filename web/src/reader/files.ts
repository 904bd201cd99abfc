import { digest, type Running } from "../digests/digest";
import { droppedFiles } from "../digests/droppedFiles";
import type { Digested } from "../digests/protocol";
import { words } from "./words";

interface Line {
  tone: string;
  verdict: string;
  name: string;
  says: string;
}

/** The reader's own files, digested here and judged by the site; none of them is sent. */
export function checkFiles(page: HTMLElement, revision: string): void {
  const box = page.querySelector<HTMLElement>(".at-hand");
  const picker = box?.querySelector<HTMLInputElement>("input[type=file]");
  const status = box?.querySelector<HTMLElement>("[role=status]");
  if (!box || !picker || !status || typeof Worker === "undefined") return;
  box.hidden = false;
  const algorithms = (box.dataset.algorithms ?? "sha256").split(" ");
  let running: Running | undefined;

  picker.addEventListener("change", () => take([...(picker.files ?? [])]));
  box.addEventListener("dragover", (event) => event.preventDefault());
  box.addEventListener("drop", async (event) => {
    event.preventDefault();
    if (event.dataTransfer) take(await droppedFiles(event.dataTransfer));
  });

  function take(files: File[]): void {
    if (files.length === 0 || !status) return;
    running?.cancel();
    const said = document.createElement("p");
    const bar = document.createElement("progress");
    const stop = document.createElement("button");
    stop.type = "button";
    stop.className = "quiet";
    stop.textContent = words.stop;
    stop.addEventListener("click", () => {
      running?.cancel();
      status.textContent = words.stopped;
    });
    status.replaceChildren(bar, said, stop);
    const faults: string[] = [];
    running = digest(files, algorithms, {
      onProgress: (name, done, total) => {
        bar.max = Math.max(total, 1);
        bar.value = done;
        said.textContent = `${name}: ${Math.round((done / Math.max(total, 1)) * 100)} %`;
      },
      onFault: (name, message) => faults.push(`${name} ${message}`),
      onEnd: async (found) => show(await judged(revision, found), faults),
    });
  }

  function show(lines: Line[] | undefined, faults: string[]): void {
    if (!status) return;
    const list = document.createElement("ul");
    list.className = "files";
    for (const line of lines ?? []) {
      const item = document.createElement("li");
      const mark = document.createElement("span");
      mark.className = `mark ${line.tone}`;
      mark.textContent = line.verdict;
      const name = document.createElement("span");
      name.className = "letter";
      name.textContent = line.name;
      item.append(mark, name, line.says);
      list.append(item);
    }
    for (const fault of faults) {
      const item = document.createElement("li");
      item.textContent = fault;
      list.append(item);
    }
    if (!lines) status.textContent = words.filesUnreachable;
    else status.replaceChildren(list);
  }
}

async function judged(revision: string, found: Digested[]): Promise<Line[] | undefined> {
  const token = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1] ?? "";
  try {
    const answer = await fetch(`/r/${revision}/files`, {
      method: "POST",
      body: JSON.stringify({ found }),
      headers: { "Content-Type": "application/json", "X-CSRFToken": token },
    });
    return answer.ok ? ((await answer.json()).lines as Line[]) : undefined;
  } catch {
    return undefined;
  }
}
