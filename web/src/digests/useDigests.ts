import { useCallback, useEffect, useRef, useState } from "react";
import { digest, type Running } from "./digest";
import type { Digested } from "./protocol";

interface Progress {
  name: string;
  done: number;
  total: number;
  /** Bytes a second since it began. */
  speed: number;
}

interface State {
  running: Progress | undefined;
  found: Digested[];
  faults: { name: string; message: string }[];
}

const NOTHING: State = { running: undefined, found: [], faults: [] };

/** Digests of files as a component sees them: how far it is, what came out, and how to stop it. */
export function useDigests(onEnd: (found: Digested[]) => void) {
  const [state, setState] = useState(NOTHING);
  const running = useRef<Running | undefined>(undefined);
  const latest = useRef(onEnd);
  useEffect(() => {
    latest.current = onEnd;
  });
  const cancel = useCallback(() => {
    running.current?.cancel();
    running.current = undefined;
    setState((before) => ({ ...before, running: undefined }));
  }, []);
  useEffect(() => () => running.current?.cancel(), []);

  const start = useCallback(
    (files: File[], algorithms: string[]) => {
      cancel();
      const began = performance.now();
      const faults: State["faults"] = [];
      const total = files.reduce((sum, file) => sum + file.size, 0);
      setState({ running: { name: "", done: 0, total, speed: 0 }, found: [], faults });
      running.current = digest(files, algorithms, {
        onFault: (name, message) => faults.push({ name, message }),
        onProgress: (name, done, whole) => {
          const speed = done / Math.max((performance.now() - began) / 1000, 0.001);
          setState((before) => ({ ...before, running: { name, done, total: whole, speed } }));
        },
        onEnd: (found) => {
          setState({ running: undefined, found, faults });
          latest.current(found);
        },
      });
    },
    [cancel],
  );
  return { ...state, start, cancel };
}
