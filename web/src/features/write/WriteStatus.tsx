import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Writing } from "../../api/client";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { Writer } from "./useWriting";

/** Whether all is saved, what could be taken back, what is open, and who else writes. */
export function WriteStatus(props: {
  writing: Writing;
  writer: Writer;
  isOld: boolean;
  onPaste: () => void;
  onReader: () => void;
  children: ReactNode;
}) {
  const { writing, writer } = props;
  const waits = counted(writer.waiting, "edit waits", "edits wait");
  return (
    <div className="write-status">
      <p role="status" className="flex flex-wrap items-baseline gap-x-3">
        {writer.standing === "saved" && <span className="text-soft">all saved</span>}
        {props.isOld && (
          <span className="mark mark-unknown text-unknown">
            the proof takes longer: the margin is from before your last edit
          </span>
        )}
        {writer.standing === "sending" && <span className="text-unknown">proving…</span>}
        {writer.standing === "offline" && (
          <span className="mark mark-warn text-care">
            The site cannot be reached: {waits} in this browser and will be sent
          </span>
        )}
        {writer.standing === "signed-out" && (
          <span className="mark mark-warn text-care">
            You were signed out: {waits} here.{" "}
            <a href="/login?next=/c/" target="_blank" rel="noreferrer">
              Sign in beside it
            </a>{" "}
            and they are sent
          </span>
        )}
        {writer.standing === "held" && (
          <span className="mark mark-warn text-care">
            Not saved yet: {waits} in this browser and will be tried again{" "}
            <TextButton onClick={writer.skip}>Leave the first out</TextButton>
          </span>
        )}
        {writing.undo && (
          <TextButton quiet onClick={() => void writer.undo()}>
            Undo: {writing.undo}
            {writing.undo_by !== writing.by && `, by ${writing.undo_by}`} <kbd>z</kbd>
          </TextButton>
        )}
        {writing.redo && (
          <TextButton quiet onClick={() => void writer.redo()}>
            Redo: {writing.redo} <kbd>⇧Z</kbd>
          </TextButton>
        )}
        {writing.open > 0 && (
          <span className="mark mark-unknown text-unknown">
            {counted(writing.open, "open question")}: nothing past one is proved
          </span>
        )}
        {writing.writers.map((each) => (
          <span key={each.name} className="text-care">
            {each.name} {each.row ? `is at ${each.row}` : "has it open"}
          </span>
        ))}
        {writing.lineage && <span className="text-soft">{writing.lineage}</span>}
      </p>
      <p className="flex flex-wrap gap-x-4">
        <TextButton quiet onClick={props.onReader}>
          As a reader sees it <kbd>v</kbd>
        </TextButton>
        <TextButton quiet onClick={props.onPaste}>
          Paste notes <kbd>m</kbd>
        </TextButton>
        <Link to="?v=draft&history">History</Link>
        {props.children}
      </p>
      {(writer.problem || writer.refused.length > 0) && (
        <div className="py-1">
          {writer.problem && <ProblemView error={writer.problem} />}
          {writer.refused.map((each, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: what was refused only grows
            <div key={index} role="alert" className="mark mark-stop">
              <p className="font-semibold text-loss">This edit was not taken: {each.why}</p>
              {each.said && <pre className="letter whitespace-pre-wrap">{each.said}</pre>}
            </div>
          ))}
          <TextButton quiet onClick={writer.forget}>
            Understood
          </TextButton>
        </div>
      )}
    </div>
  );
}
