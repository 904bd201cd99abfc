import { type ReactNode, useState } from "react";
import { answerOf, api, type Remark } from "../../api/client";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { type Path, useSaying } from "./reviewQuery";

/** One remark with what was answered. children: what it is about, where that is not seen beside. */
export function RemarkView(props: { path: Path; remark: Remark; children?: ReactNode }) {
  const { remark, path } = props;
  const [text, setText] = useState("");
  const [answering, setAnswering] = useState(false);
  const say = useSaying(
    (turn: "" | "resolved" | "reopened") =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/remarks/{number}", {
          params: { path: { ...path, number: remark.number } },
          body: { text, turn },
        }),
      ),
    () => {
      setText("");
      setAnswering(false);
    },
  );
  return (
    <div className="remark" data-remark={remark.number}>
      {props.children && <p className="font-semibold">{props.children}</p>}
      {!remark.here && <p className="mark mark-unknown">This part is not in the draft any more.</p>}
      {remark.here && remark.now !== remark.quote && remark.quote && (
        <p className="text-soft">When it was made: “{remark.quote}”</p>
      )}
      <p>
        <b className="font-semibold">{remark.by}</b>{" "}
        <span className="text-soft">{dayWords(remark.at)}</span> {remark.text}
      </p>
      {remark.answers.map((each) => (
        <p key={each.by + each.at} className="pl-3">
          <b className="font-semibold">{each.by}</b> {each.turn && <i>{each.turn} it</i>}{" "}
          {each.text}
        </p>
      ))}
      <p className="flex gap-3">
        <TextButton aria-expanded={answering} onClick={() => setAnswering(!answering)}>
          Answer
        </TextButton>
        <TextButton
          disabled={say.isPending}
          onClick={() => say.mutate(remark.resolved_by ? "reopened" : "resolved")}
        >
          {remark.resolved_by ? "Reopen" : "Resolve"}
        </TextButton>
      </p>
      {answering && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            say.mutate("");
          }}
        >
          <textarea
            // biome-ignore lint/a11y/noAutofocus: it was opened to be typed into
            autoFocus
            aria-label={`Answer to ${remark.by}`}
            rows={2}
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <Button type="submit" disabled={!text.trim() || say.isPending}>
            Answer
          </Button>
        </form>
      )}
      {say.error && <ProblemView error={say.error} />}
    </div>
  );
}
