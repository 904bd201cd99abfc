import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api, type Writing } from "../../api/client";
import { patiently } from "../../api/patiently";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { Path } from "./useWriting";

/** Notes that become rows at the end of the draft. */
export function PasteNotes(props: {
  path: Path;
  onDone: (writing: Writing) => void;
  onLeave: () => void;
}) {
  const { path } = props;
  const [text, setText] = useState("");
  const paste = useMutation({
    mutationFn: async () => {
      const begun = await patiently(
        () =>
          api.POST("/api/drafts/{codename}/{slug}/notes", {
            params: { path },
            body: { text, after: "" },
          }),
        { once: true },
      );
      const writing = await answerOf(
        api.GET("/api/drafts/{codename}/{slug}/writing", { params: { path } }),
      );
      return { begun, writing };
    },
    onSuccess: ({ begun, writing }) => {
      props.onDone(writing);
      announce(`${begun.read} of ${begun.of} lines became steps.`);
    },
  });
  return (
    <div className="begin-form py-2">
      <label>
        <span className="text-soft">Your notes, as they are</span>
        <textarea
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          className="letter"
          rows={8}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {paste.error && <ProblemView error={paste.error} />}
      <p className="flex items-baseline gap-4">
        <Button
          look="work"
          disabled={paste.isPending || !text.trim()}
          onClick={() => paste.mutate()}
        >
          {paste.isPending ? "Reading…" : "Put them into the draft"}
        </Button>
        <TextButton quiet onClick={props.onLeave}>
          Leave it
        </TextButton>
      </p>
    </div>
  );
}
