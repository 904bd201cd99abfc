import { queryOptions } from "@tanstack/react-query";
import { api, type Home } from "../../api/client";
import { patiently } from "../../api/patiently";

/** Which state of a guide a page shows: its draft, or a published revision. */
export type Wanted = { draft: true } | { draft: false; short: string };

export const pageQuery = (codename: string, slug: string, wanted: Wanted) =>
  queryOptions({
    queryKey: ["page", codename, slug, wanted],
    queryFn: ({ signal }) =>
      patiently(
        () =>
          wanted.draft
            ? api.GET("/api/drafts/{codename}/{slug}", {
                params: { path: { codename, slug } },
                signal,
              })
            : api.GET("/api/revisions/{short}", {
                params: { path: { short: wanted.short }, query: { codename } },
                signal,
              }),
        { signal },
      ),
  });

/** The newest revision, or the draft where nothing was published yet. */
export function newest(home: Home | undefined, codename: string, slug: string): Wanted | undefined {
  const guide = home?.codenames
    .find((each) => each.codename === codename)
    ?.guides.find((each) => each.slug === slug);
  if (!guide) return undefined;
  return guide.short ? { draft: false, short: guide.short } : { draft: true };
}
