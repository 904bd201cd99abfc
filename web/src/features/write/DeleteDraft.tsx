import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answerOf, api } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { Path } from "./useWriting";

/** Says what will happen first; the draft can be brought back for thirty days. */
export function DeleteDraft({ path, seen }: { path: Path; seen: string }) {
  const [asked, setAsked] = useState(false);
  const client = useQueryClient();
  const navigate = useNavigate();
  const drop = useMutation({
    mutationFn: () =>
      api
        .POST("/api/drafts/{codename}/{slug}/delete", { params: { path }, body: { seen } })
        .then((answer) => (answer.response.ok ? true : answerOf(Promise.resolve(answer)))),
    onSuccess: async () => {
      navigate(`/c/${path.codename}/guides`);
      await refresh(client, "guide");
      announce("The draft is deleted. For 30 days it can be brought back where a guide is begun.");
    },
  });
  if (!asked) {
    return (
      <TextButton quiet onClick={() => setAsked(true)}>
        Delete the draft
      </TextButton>
    );
  }
  return (
    <span>
      What is published stays, and the draft can be brought back for 30 days.{" "}
      <TextButton disabled={drop.isPending} onClick={() => drop.mutate()}>
        Delete it
      </TextButton>{" "}
      <TextButton quiet onClick={() => setAsked(false)}>
        Keep the draft
      </TextButton>
      {drop.error && <ProblemView error={drop.error} />}
    </span>
  );
}
