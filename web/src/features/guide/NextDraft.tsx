import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answerOf, api, type Page } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";

/** What is published never changes: its next version is written as a draft that begins from it. */
export function NextDraft({ page }: { page: Page }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { codename } = page.sheet;
  const begin = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/revisions/{short}/draft", {
          params: { path: { short: page.short }, query: { codename } },
        }),
      ),
    onSuccess: async () => {
      navigate("?v=draft");
      await refresh(client, "guide");
      announce(`A draft of the next version was begun from ${page.version}.`);
    },
  });
  if (page.has_draft) return null;
  return (
    <>
      <Button disabled={begin.isPending} onClick={() => begin.mutate()}>
        Write the next version
      </Button>
      {begin.error && <ProblemView error={begin.error} />}
    </>
  );
}
