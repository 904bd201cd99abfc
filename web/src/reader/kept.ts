/** What a reader's browser keeps for one revision: ticks, answers and an unsent report. */
export interface Kept {
  done: string[];
  answers: Record<string, string>;
  report: Record<string, string>;
}

const EMPTY: Kept = { done: [], answers: {}, report: {} };
const name = (revision: string) => `anleitung.run.${revision}`;

export function readKept(revision: string): Kept {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(name(revision)) ?? "{}");
    return { ...EMPTY, ...(found as Partial<Kept>) };
  } catch {
    return EMPTY;
  }
}

/** Quietly does nothing where the browser keeps nothing. */
export function keep(revision: string, change: Partial<Kept>): void {
  try {
    localStorage.setItem(name(revision), JSON.stringify({ ...readKept(revision), ...change }));
  } catch {
    return;
  }
}
