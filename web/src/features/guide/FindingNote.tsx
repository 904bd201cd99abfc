import { useContext } from "react";
import { Link } from "react-router";
import type { Finding } from "../../api/client";
import { BenchContext } from "./benchContext";

const WORD: Record<Finding["severity"], string> = {
  stop: "text-loss",
  warn: "text-care",
  note: "text-soft",
};

/** What the proof writes into the margin: the sentence, whom it hits, and what to do. */
export function FindingNote({ finding, explained }: { finding: Finding; explained: boolean }) {
  const { phones, witness } = finding;
  const toBench = useContext(BenchContext);
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
        {finding.remedy}.{" "}
        {toBench && witness && (
          <Link to={toBench(witness.facts, finding.step)}>This phone on the bench</Link>
        )}
      </p>
      {explained && (
        <p className="text-soft">
          {finding.why} <span className="letter">{finding.id}</span>
        </p>
      )}
    </div>
  );
}
