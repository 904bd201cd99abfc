import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

/** Which state of which guide: a revision by its short fingerprint, or the draft. */
export interface Which {
  codename: string;
  slug: string;
  short: string;
}

export interface Assume {
  download_mbps: number;
  copy_mbps: number;
  free_storage_gb: number;
  card_gb: number;
}

export const filesQuery = (codename: string) =>
  queryOptions({
    queryKey: ["files", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/files", { params: { path: { codename } }, signal }),
      ),
  });

export const fileSetQuery = (which: Which, assume: Assume) =>
  queryOptions({
    queryKey: ["file-set", which, assume],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/file-set", { params: { query: { ...which, ...assume } }, signal })),
    placeholderData: (before) => before,
  });
