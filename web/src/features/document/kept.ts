import type { Address } from "./queries";
import type { Values } from "./values";

/** What is being written is kept in this browser until the site has it. seen: what it began from. */
export interface KeptEdit {
  seen: string;
  number: number;
  body: Values;
}

const keyOf = (address: Address) =>
  `anleitung.edit/${address.kind}/${address.codename}/${address.name}`;

export function readEdit(address: Address): KeptEdit | undefined {
  try {
    const text = localStorage.getItem(keyOf(address));
    return text ? (JSON.parse(text) as KeptEdit) : undefined;
  } catch {
    return undefined;
  }
}

export function keepEdit(address: Address, edit: KeptEdit | undefined): void {
  try {
    if (edit) localStorage.setItem(keyOf(address), JSON.stringify(edit));
    else localStorage.removeItem(keyOf(address));
  } catch {
    // A browser that keeps nothing still edits and saves.
  }
}
