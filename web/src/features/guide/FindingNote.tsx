import { Link } from "react-router";
import type { Finding } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { ContestNote } from "./ContestNote";
import { useSheet } from "./sheetContext";
import { useFixes } from "./useFixes";

const WORD: Record<Finding["severity"], string> = {
  stop: "text-loss",
  warn: "text-care",
  note: "text-soft",
};

/** What the proof writes into the margin: the sentence, whom it hits, and what to do. */
export function FindingNote({ finding, explained }: { finding: Finding; explained: boolean }) {
  const { phones, witness } = finding;
  const { toBench } = useSheet();
  const { fixOf, take, isTaking, error } = useFixes();
  const fix = fixOf(finding);
  return (
    <div className={`mark mark-${finding.severity}`}>
      <p>
        <strong className={WORD[finding.severity]}>{finding.severity}</strong> {finding.message}
      </p>
      {phones && (
        <p className="text-soft">
          {phones.count === phones.of
            ? `All ${phones.of.toLocaleString("en")} kinds of phone`
            : `${phones.count.toLocaleString("en")} of ${phones.of.toLocaleString("en")} kinds of phone`}
          {phones.words && `: ${phones.words}`}
          {witness && `; nearest: ${witness.words}`}.
        </p>
      )}
      <p>
        {finding.remedy}. {finding.after && <span className="text-soft">{finding.after}. </span>}
        {witness && (
          <Link to={toBench(witness.facts, finding.step)}>Try this phone on the bench</Link>
        )}
      </p>
      {fix && (
        <p>
          <TextButton disabled={isTaking} onClick={() => take(finding)}>
            {fix.says}
          </TextButton>{" "}
          <kbd className="text-soft">f</kbd>
          {fix.hidden.length > 0 && (
            <span className="text-soft"> Behind it: {fix.hidden.join(", ")}.</span>
          )}
        </p>
      )}
      {error && <ProblemView error={error} />}
      <ContestNote finding={finding} />
      {explained && (
        <p className="text-soft">
          {finding.why} <span className="letter">{finding.id}</span>
        </p>
      )}
    </div>
  );
}
