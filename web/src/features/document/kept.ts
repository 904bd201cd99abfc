import { keepMine, keptAs } from "../../storage";
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
  return keptAs(keyOf(address), isEdit);
}

export function keepEdit(address: Address, edit: KeptEdit | undefined): void {
  keepMine(keyOf(address), edit && JSON.stringify(edit));
}

function isEdit(value: unknown): value is KeptEdit {
  const found = value as Partial<KeptEdit> | null;
  return (
    typeof found === "object" &&
    found !== null &&
    typeof found.seen === "string" &&
    typeof found.number === "number" &&
    typeof found.body === "object" &&
    found.body !== null
  );
}
