import { useState } from "react";
import type { Sheet, Slips } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { ConditionField } from "./ConditionField";
import type { PromiseValue } from "./headValues";
import type { Path } from "./useWriting";

const LOSSES = ["apps", "media", "root", "warranty", "protected-content"];

/** What holds at the end, a condition each with for how many it is kept; and what is lost. */
export function PromiseField(props: {
  path: Path;
  value: PromiseValue;
  sheet: Sheet;
  proposed: Slips["proposed"];
  onWrite: (value: PromiseValue) => void;
}) {
  const { value, sheet, onWrite } = props;
  const losses = value.loses ?? [];
  const lost = losses.map((each) => (typeof each === "string" ? each : each.what));
  // The line of a promise that is being added keeps its place when it is written.
  const [added, setAdded] = useState<number>();
  const lines = added === value.holds.length ? [...value.holds, ""] : value.holds;
  const put = (index: number, text: string) => {
    const holds = lines.map((each, at) => (at === index ? text : each)).filter(Boolean);
    onWrite({ ...value, holds });
    if (!text) setAdded(undefined);
  };
  const toggle = (loss: string) => {
    const loses = lost.includes(loss)
      ? losses.filter((each) => (typeof each === "string" ? each : each.what) !== loss)
      : [...losses, loss];
    onWrite({ ...value, loses });
  };
  return (
    <>
      {lines.map((text, index) => {
        // What was counted is told of this very promise, and where all was run.
        const promise = sheet.promises.find((each) => each.condition === text);
        const isKept = sheet.finished && promise?.kept === promise?.of;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the promises are edited in place
          <div key={index} className="promise-line">
            <ConditionField
              path={props.path}
              label={`Promise ${index + 1}`}
              value={text}
              autoFocus={index === added}
              onWrite={(now) => put(index, now)}
              onLeave={() => !text && setAdded(undefined)}
            />
            {promise && (isKept || promise.kept < promise.of) && (
              <span className={isKept ? "mark mark-proved text-ok" : "mark mark-stop text-loss"}>
                {isKept
                  ? "kept for all"
                  : `kept for ${promise.kept.toLocaleString("en")} of ${promise.of.toLocaleString("en")}`}
              </span>
            )}
          </div>
        );
      })}
      {props.proposed.length > 0 && (
        <p className="flex flex-wrap gap-x-4">
          <span className="text-soft">At the end it also holds that:</span>
          {props.proposed.map((each) => (
            <TextButton
              key={each.condition}
              aria-label={`Promise that ${each.words}`}
              onClick={() => onWrite({ ...value, holds: [...value.holds, each.condition] })}
            >
              {each.words}
            </TextButton>
          ))}
        </p>
      )}
      <p className="flex flex-wrap gap-x-4">
        <TextButton onClick={() => setAdded(value.holds.length)}>one more promise</TextButton>
        <span className="text-soft">It may cost:</span>
        {LOSSES.map((loss) => (
          <label key={loss} className="flex gap-1">
            <input type="checkbox" checked={lost.includes(loss)} onChange={() => toggle(loss)} />
            {loss}
          </label>
        ))}
      </p>
    </>
  );
}
