/** What the head of a guide holds, as it is typed. */
export interface PromiseValue {
  holds: string[];
  loses?: (string | { what: string; when?: string; no_copy?: string })[];
}
export interface OptionValue {
  id: string;
  ask: string;
  choices: { id: string; says: string; keeps?: string[] }[];
  advice?: string;
}
