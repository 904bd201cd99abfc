/** What the page and its worker say to each other. Files go in by reference, digests come out. */
export interface Ask {
  files: File[];
  algorithms: string[];
}

/**
 * A file, or one inside a zip, with its digests. is_page: it begins as a web page does. broken: why
 * what is packed in it could not be looked at, "" where it could or is no zip.
 */
export interface Digested {
  name: string;
  size: number;
  digests: Record<string, string>;
  is_page: boolean;
  inside: string;
  broken: string;
}

export type Told =
  | { kind: "progress"; name: string; done: number; total: number }
  | { kind: "file"; file: Digested }
  | { kind: "fault"; name: string; message: string }
  | { kind: "end" };
