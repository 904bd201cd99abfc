type Listener = (text: string) => void;

const listeners = new Set<Listener>();

/** Says what came of a press, to those who see it and to those who hear it. */
export function announce(text: string): void {
  for (const listener of listeners) listener(text);
}

export function onAnnounced(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
