/** What can be replaced in all drafts, as it is asked for. */
export interface NewFile {
  name: string;
  sha256: string;
  size: number;
  before: string;
  build: string;
  source: string;
}

export type NamedKind = "file" | "tool" | "build" | "passage";

export type Replacement =
  | { kind: NamedKind; old: string; new: string }
  | ({ kind: "newer" } & NewFile);

export const NO_FILE: NewFile = {
  name: "",
  sha256: "",
  size: 0,
  before: "",
  build: "",
  source: "",
};

export const isWhole = (what: Replacement) =>
  what.kind === "newer"
    ? Boolean(what.name && what.sha256 && what.size && what.before)
    : Boolean(what.old && what.new);

/** What stands in the drafts now. */
export const namedNow = (what: Replacement) => (what.kind === "newer" ? what.before : what.old);
