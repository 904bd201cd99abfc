import { differing, type Values } from "./values";

/** The fields of two versions that differ, and which of them only the one or both changed. */
export interface Merge {
  fields: string[];
  /** Fields in which one's own version is proposed: the other did not touch them. */
  mine: Set<string>;
  /** Fields that both changed, each in another way. */
  both: Set<string>;
}

/** before: what both began from. */
export function compareVersions(before: Values, theirs: Values, own: Values): Merge {
  const fields = differing(theirs, own);
  const untouched = (side: Values, name: string) => same(side[name], before[name]);
  return {
    fields,
    mine: new Set(fields.filter((name) => untouched(theirs, name))),
    both: new Set(fields.filter((name) => !untouched(theirs, name) && !untouched(own, name))),
  };
}

/** Their version with the chosen fields of one's own; a field left out there is left out here. */
export function mergeVersions(theirs: Values, own: Values, mine: Iterable<string>): Values {
  const merged: Values = { ...theirs };
  for (const name of mine) {
    if (own[name] === undefined) delete merged[name];
    else merged[name] = own[name];
  }
  return merged;
}

function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
