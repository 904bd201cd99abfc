import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Finding } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { useSheet } from "./sheetContext";

/** The edits that take findings of a draft away, and how one is taken; nothing for a revision. */
export function useFixes() {
  const { draft, quiet } = useSheet();
  const client = useQueryClient();
  const path = { codename: draft?.codename ?? "", slug: draft?.slug ?? "" };
  const fixes = useQuery({
    queryKey: ["fixes", draft],
    enabled: draft !== undefined && quiet,
    queryFn: ({ signal }) =>
      patiently(
        () => api.POST("/api/drafts/{codename}/{slug}/fixes", { params: { path }, signal }),
        { signal },
      ),
  });
  const take = useMutation({
    mutationFn: (finding: Finding) =>
      patiently(
        () =>
          api.POST("/api/drafts/{codename}/{slug}/fix", {
            params: { path },
            body: {
              seen: draft?.seen ?? "",
              finding: finding.id,
              subject: finding.subject,
              step: finding.step,
            },
          }),
        { once: true },
      ),
    onSuccess: () => refresh(client, "guide"),
  });
  const fixOf = (finding: Finding) =>
    fixes.data?.find(
      (each) =>
        each.finding === finding.id &&
        each.subject === finding.subject &&
        each.step === finding.step,
    );
  return { fixOf, take: take.mutate, isTaking: take.isPending, error: take.error };
}
