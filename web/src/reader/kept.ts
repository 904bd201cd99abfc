import { keep as keepAs, keptAs } from "../storage";

/** What a reader's browser keeps for one revision: ticks, answers and an unsent report. */
export interface Kept {
  done: string[];
  answers: Record<string, string>;
  report: Record<string, string>;
}

const EMPTY: Kept = { done: [], answers: {}, report: {} };
const name = (revision: string) => `anleitung.run.${revision}`;

/** Only parts of the right shape count: a browser may hold what another version kept. */
export function readKept(revision: string): Kept {
  const found = keptAs(name(revision), isObject) ?? {};
  return {
    done: Array.isArray(found.done) ? found.done.filter(isText) : EMPTY.done,
    answers: isObject(found.answers) ? texts(found.answers) : EMPTY.answers,
    report: isObject(found.report) ? texts(found.report) : EMPTY.report,
  };
}

export function keep(revision: string, change: Partial<Kept>): void {
  keepAs(name(revision), JSON.stringify({ ...readKept(revision), ...change }));
}

const isText = (value: unknown): value is string => typeof value === "string";

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function texts(found: Record<string, unknown>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(found).filter((each): each is [string, string] => isText(each[1])),
  );
}
