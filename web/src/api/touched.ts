import type { QueryClient } from "@tanstack/react-query";

/** What was changed → the queries that may answer otherwise from now on. */
const TOUCHED = {
  guide: [
    "home",
    "guides",
    "page",
    "writing",
    "states",
    "bench",
    "slips",
    "fixes",
    "files",
    "file-set",
    "package",
    "compare",
    "review",
    "remarks",
    "map",
  ],
  translation: ["translation"],
  review: ["home", "review", "remarks", "page"],
  document: [
    "home",
    "guides",
    "page",
    "phone",
    "document",
    "documents",
    "builds",
    "ways",
    "offered",
    "decode",
    "files",
    "map",
  ],
  builds: ["home", "map", "page", "builds", "ways", "offered", "decode", "phone"],
  sources: ["home", "watch", "work", "page", "files"],
  signed: ["signed", "files"],
  work: ["work"],
} as const;

export type Touched = keyof typeof TOUCHED;

/** Fetches anew what a change may have touched, as far as it is on the screen. */
export async function refresh(client: QueryClient, touched: Touched): Promise<void> {
  await Promise.all(TOUCHED[touched].map((name) => client.invalidateQueries({ queryKey: [name] })));
}
