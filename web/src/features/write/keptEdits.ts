import type { Edit } from "../../api/client";
import { keep, keptAs } from "../../storage";

// Edits that could not be sent yet, of one tab: two tabs never send each other's.
const PREFIX = "anleitung.edits.";
const TAB = "anleitung.tab";

const isEdits = (value: unknown): value is Edit[][] =>
  Array.isArray(value) && value.every(Array.isArray);

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

export function keepEdits(draft: string, edits: Edit[][]): void {
  keep(nameOf(draft, tabName()), edits.length > 0 ? JSON.stringify(edits) : undefined);
}

/** What this tab has kept of a draft, as after a reload. */
export function keptEdits(draft: string): Edit[][] {
  return keptAs(nameOf(draft, tabName()), isEdits) ?? [];
}

/**
 * What tabs have left behind that are closed by now. A tab that is open holds a lock of its name;
 * where the browser knows no locks, they stay until that tab is opened again.
 */
export async function leftBehind(draft: string): Promise<Edit[][]> {
  const mine = tabName();
  const { locks } = navigator;
  if (!locks) return [];
  void locks.request(TAB + mine, { ifAvailable: true }, (lock) =>
    lock ? new Promise<never>(() => undefined) : undefined,
  );
  const found: Edit[][] = [];
  for (const name of namesOf(draft)) {
    const tab = name.slice(name.lastIndexOf(".") + 1);
    if (tab === mine) continue;
    await locks.request(TAB + tab, { ifAvailable: true }, (lock) => {
      if (!lock) return;
      found.push(...(keptAs(name, isEdits) ?? []));
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
