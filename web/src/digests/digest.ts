import type { Digested, Told } from "./protocol";

export interface Running {
  cancel: () => void;
}

interface Listener {
  onProgress: (name: string, done: number, total: number) => void;
  onFault: (name: string, message: string) => void;
  onEnd: (found: Digested[]) => void;
}

/** Digests files in a worker of their own; `cancel` ends it at once. */
export function digest(files: File[], algorithms: string[], listener: Listener): Running {
  const worker = new Worker(new URL("./digest.worker.ts", import.meta.url), { type: "module" });
  const found: Digested[] = [];
  worker.onmessage = (event: MessageEvent<Told>) => {
    const told = event.data;
    if (told.kind === "file") found.push(told.file);
    if (told.kind === "fault") listener.onFault(told.name, told.message);
    if (told.kind === "progress") listener.onProgress(told.name, told.done, told.total);
    if (told.kind === "end") {
      worker.terminate();
      listener.onEnd(found);
    }
  };
  worker.onerror = () => {
    worker.terminate();
    listener.onFault("", "the digests cannot be computed in this browser");
    listener.onEnd(found);
  };
  worker.postMessage({ files, algorithms });
  return { cancel: () => worker.terminate() };
}
