import { queryOptions } from "@tanstack/react-query";
import { api, type Page } from "../../api/client";
import { patiently } from "../../api/patiently";

/** version: of a published state, "" for the draft of a guide. */
export type State = { codename: string; slug: string; version: string; state?: number | null };

/** mark: by which it is seen that a draft was changed. */
export const compareQuery = (first: State, second: State, mark = "") =>
  queryOptions({
    queryKey: ["compare", first, second, mark],
    queryFn: ({ signal }) =>
      patiently(() => api.POST("/api/compare", { body: { first, second }, signal }), { signal }),
  });

/** A draft with what was published last before it. */
export function withPredecessor(page: Page) {
  const { codename, guide: slug } = page.sheet;
  const first = { codename, slug, version: page.follows?.version ?? "" };
  return {
    ...compareQuery(first, { codename, slug, version: "" }, page.fingerprint),
    enabled: page.follows !== null && page.kind === "draft",
  };
}
