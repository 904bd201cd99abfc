/**
 * What is kept in this browser. Where it refuses (private windows, blocked storage), everything
 * works on with what is kept in memory, until the page is closed.
 */
const memory = new Map<string, string>();
let refused = false;

export function keep(name: string, value: string | undefined): void {
  if (value === undefined) memory.delete(name);
  else memory.set(name, value);
  try {
    if (value === undefined) window.localStorage.removeItem(name);
    else window.localStorage.setItem(name, value);
  } catch {
    refused = true;
  }
}

export function kept(name: string): string | undefined {
  try {
    return window.localStorage.getItem(name) ?? undefined;
  } catch {
    refused = true;
    return memory.get(name);
  }
}

/** Whether this browser keeps nothing for the site, as far as it was asked. */
export function storageRefused(): boolean {
  try {
    window.localStorage.setItem("anleitung.asked", "1");
    window.localStorage.removeItem("anleitung.asked");
  } catch {
    refused = true;
  }
  return refused;
}

/** What is kept under a name as JSON of the given shape; undefined where it is none. */
export function keptAs<T>(name: string, isShape: (value: unknown) => value is T): T | undefined {
  try {
    const value: unknown = JSON.parse(keptMine(name) ?? "null");
    return isShape(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

/** Kept for this tab, and as the last state for a tab that has none of its own yet. */
export function keepMine(name: string, value: string | undefined): void {
  keep(name, value);
  try {
    if (value === undefined) window.sessionStorage.removeItem(name);
    else window.sessionStorage.setItem(name, value);
  } catch {
    refused = true;
  }
}

/** What this tab kept, or else what any tab kept last. */
export function keptMine(name: string): string | undefined {
  try {
    return window.sessionStorage.getItem(name) ?? kept(name);
  } catch {
    return kept(name);
  }
}
