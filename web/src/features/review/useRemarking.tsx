import { useState } from "react";
import { answerOf, api } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";
import { type Path, useSaying } from "./reviewQuery";

type Place = { kind: string; place: string };
type Kind = "row" | "file" | "condition" | "head";

/** A remark while it is typed; what was typed stays where it could not be kept. */
export function useRemarking(path: Path, onDone?: () => void) {
  const [text, setText] = useState("");
  const remark = useSaying(
    (at: Place) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/remarks", {
          params: { path },
          body: { kind: at.kind as Kind, place: at.place, text },
        }),
      ),
    () => {
      setText("");
      onDone?.();
    },
  );
  const problem = remark.error && <ProblemView error={remark.error} />;
  return { text, setText, remark, problem };
}
