import type { Edit } from "../../api/client";
import { keep, keptAs } from "../../storage";

// Edits that could not be sent yet, of one tab: two tabs never send each other's.
const PREFIX = "anleitung.edits.";
const TAB = "anleitung.tab";

/** Edits that go together. key: their own, so that what is sent again is not done again. */
export interface Batch {
  key: string;
  edits: Edit[];
}

// Without a secure address the browser draws no such name; then the time tells them apart.
const drawn = () =>
  crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2, 14)}`;

export const batchOf = (edits: Edit[]): Batch => ({ key: drawn(), edits });

/** A page from before edits had keys kept them bare. */
const isKept = (value: unknown): value is (Batch | Edit[])[] =>
  Array.isArray(value) &&
  value.every((each) => Array.isArray(each) || (Array.isArray(each?.edits) && each.key));

const keptIn = (name: string): Batch[] =>
  (keptAs(name, isKept) ?? []).map((each) => (Array.isArray(each) ? batchOf(each) : each));

const nameOf = (draft: string, tab: string) => `${PREFIX}${draft}.${tab}`;

/** The name of this tab; it is the same after a reload. */
function tabName(): string {
  try {
    const known = window.sessionStorage.getItem(TAB);
    if (known) return known;
    const made = crypto.randomUUID();
    window.sessionStorage.setItem(TAB, made);
    return made;
  } catch {
    return "only";
  }
}

export function keepEdits(draft: string, edits: Batch[]): void {
  keep(nameOf(draft, tabName()), edits.length > 0 ? JSON.stringify(edits) : undefined);
}

/** What this tab has kept of a draft, as after a reload. */
export function keptEdits(draft: string): Batch[] {
  return keptIn(nameOf(draft, tabName()));
}

/**
 * What tabs have left behind that are closed by now. A tab that is open holds a lock of its name;
 * where the browser knows no locks, they stay until that tab is opened again.
 */
export async function leftBehind(draft: string): Promise<Batch[]> {
  const mine = tabName();
  const { locks } = navigator;
  if (!locks) return [];
  void locks.request(TAB + mine, { ifAvailable: true }, (lock) =>
    lock ? new Promise<never>(() => undefined) : undefined,
  );
  const found: Batch[] = [];
  for (const name of namesOf(draft)) {
    const tab = name.slice(name.lastIndexOf(".") + 1);
    if (tab === mine) continue;
    await locks.request(TAB + tab, { ifAvailable: true }, (lock) => {
      if (!lock) return;
      found.push(...keptIn(name));
      keep(name, undefined);
    });
  }
  return found;
}

function namesOf(draft: string): string[] {
  try {
    const all = Array.from({ length: window.localStorage.length }, (_, at) =>
      window.localStorage.key(at),
    );
    return all.filter((name): name is string => name?.startsWith(`${PREFIX}${draft}.`) ?? false);
  } catch {
    return [];
  }
}
