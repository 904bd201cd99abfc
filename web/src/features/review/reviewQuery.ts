import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";

export type Path = { codename: string; slug: string };

export const reviewQuery = (path: Path) =>
  queryOptions({
    queryKey: ["review", path.codename, path.slug],
    queryFn: ({ signal }) =>
      patiently(
        () => api.GET("/api/drafts/{codename}/{slug}/review", { params: { path }, signal }),
        { signal },
      ),
  });

export const remarksQuery = (path: Path) =>
  queryOptions({
    queryKey: ["remarks", path.codename, path.slug],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/drafts/{codename}/{slug}/remarks", { params: { path }, signal })),
  });

/** What somebody says in a review; afterwards everything that may show it is fetched anew. */
export function useSaying<T>(say: (what: T) => Promise<unknown>, onDone?: () => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: say,
    onSuccess: async () => {
      await refresh(client, "review");
      onDone?.();
    },
  });
}
