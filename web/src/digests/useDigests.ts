import { useCallback, useEffect, useRef, useState } from "react";
import type { Digested, Told } from "./protocol";

export interface Digesting {
  name: string;
  done: number;
  total: number;
  /** Bytes a second since it began. */
  speed: number;
}

interface State {
  running: Digesting | undefined;
  found: Digested[];
  faults: { name: string; message: string }[];
}

const NOTHING: State = { running: undefined, found: [], faults: [] };

/** Digests of files, computed in a worker; `cancel` ends it at once. */
export function useDigests(onEnd: (found: Digested[]) => void) {
  const [state, setState] = useState(NOTHING);
  const worker = useRef<Worker | undefined>(undefined);
  const latest = useRef(onEnd);
  useEffect(() => {
    latest.current = onEnd;
  });
  const cancel = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setState((before) => ({ ...before, running: undefined }));
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);

  const start = useCallback(
    (files: File[], algorithms: string[]) => {
      cancel();
      const made = new Worker(new URL("./digest.worker.ts", import.meta.url), { type: "module" });
      worker.current = made;
      const began = performance.now();
      const found: Digested[] = [];
      const faults: State["faults"] = [];
      const total = files.reduce((sum, file) => sum + file.size, 0);
      setState({ running: { name: "", done: 0, total, speed: 0 }, found, faults });
      let shown = 0;
      made.onmessage = (event: MessageEvent<Told>) => {
        const told = event.data;
        if (told.kind === "file") found.push(told.file);
        if (told.kind === "fault") faults.push(told);
        if (told.kind === "progress") {
          const now = performance.now();
          // The page is told ten times a second, and not at every chunk.
          if (now - shown < 100 && told.done < told.total) return;
          shown = now;
          const speed = told.done / Math.max((now - began) / 1000, 0.001);
          setState({ running: { ...told, speed }, found, faults });
        }
        if (told.kind === "end") {
          made.terminate();
          setState({ running: undefined, found: [...found], faults: [...faults] });
          latest.current([...found]);
        }
      };
      made.onerror = () => {
        faults.push({ name: "", message: "the digests cannot be computed in this browser" });
        setState({ running: undefined, found, faults: [...faults] });
      };
      made.postMessage({ files, algorithms });
    },
    [cancel],
  );
  return { ...state, start, cancel };
}
