import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";
import type { Path } from "./useWriting";

/** What a line may go on with at a place of the draft, and what it already is. */
export function useCompleted(path: Path, line: string, before: string, state: string) {
  return useQuery({
    queryKey: ["complete", path.codename, path.slug, line, before, state],
    queryFn: ({ signal }) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/complete", {
          params: { path },
          body: { line, before },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    gcTime: 60_000,
  });
}

/** What a condition says, and what may come next in it. */
export function useCondition(path: Path, text: string, on: boolean) {
  return useQuery({
    queryKey: ["condition", path.codename, path.slug, text],
    enabled: on,
    queryFn: ({ signal }) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/condition", {
          params: { path },
          body: { text },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    gcTime: 60_000,
  });
}
