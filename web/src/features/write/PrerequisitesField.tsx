import { useState } from "react";
import { TextButton } from "../../ui/TextButton";
import { TextField } from "./TextField";

export interface Prerequisite {
  guide: string;
  reason: string;
}

/** Guides that come before this one, in their order, each with its reason. */
export function PrerequisitesField(props: {
  value: Prerequisite[];
  onWrite: (value: Prerequisite[]) => void;
}) {
  const { value, onWrite } = props;
  // A guide that was named stands here until its reason is given as well.
  const [named, setNamed] = useState("");
  const put = (index: number, change: Partial<Prerequisite>) =>
    onWrite(value.map((each, at) => (at === index ? { ...each, ...change } : each)));
  const earlier = (index: number) =>
    onWrite([
      ...value.slice(0, index - 1),
      ...value.slice(index, index + 1),
      ...value.slice(index - 1, index),
      ...value.slice(index + 1),
    ]);
  return (
    <>
      {value.map((each, index) => (
        <p key={each.guide} className="flex flex-wrap items-baseline gap-x-3">
          <span className="letter">
            {index + 1}. {each.guide}
          </span>
          <TextField
            label={`Why ${each.guide} comes before`}
            value={each.reason}
            onWrite={(reason) => reason && put(index, { reason })}
          />
          {index > 0 && (
            <TextButton quiet aria-label={`Move ${each.guide} up`} onClick={() => earlier(index)}>
              ↑
            </TextButton>
          )}
          <TextButton
            quiet
            aria-label={`Take out ${each.guide}`}
            onClick={() => onWrite(value.filter((_, at) => at !== index))}
          >
            ×
          </TextButton>
        </p>
      ))}
      <p className="flex flex-wrap items-baseline gap-x-3">
        <TextField
          label="One more guide that comes before"
          placeholder="id of one more guide"
          value={named}
          onWrite={setNamed}
        />
        {named && (
          <TextField
            label={`Why ${named} comes before`}
            placeholder="why it comes before"
            value=""
            onWrite={(reason) => {
              if (!reason) return;
              onWrite([...value, { guide: named, reason }]);
              setNamed("");
            }}
          />
        )}
      </p>
      <p className="text-soft">
        Held against the proofs when the guide is published: see the map of the codename.
      </p>
    </>
  );
}
