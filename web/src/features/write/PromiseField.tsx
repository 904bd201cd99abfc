import { useState } from "react";
import type { Sheet } from "../../api/client";
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
  onWrite: (value: PromiseValue) => void;
}) {
  const { value, sheet, onWrite } = props;
  const [adding, setAdding] = useState(false);
  const losses = value.loses ?? [];
  const lost = losses.map((each) => (typeof each === "string" ? each : each.what));
  const put = (index: number, text: string) => {
    const holds = value.holds.map((each, at) => (at === index ? text : each)).filter(Boolean);
    if (text && index === value.holds.length) holds.push(text);
    onWrite({ ...value, holds });
  };
  const toggle = (loss: string) => {
    const loses = lost.includes(loss)
      ? losses.filter((each) => (typeof each === "string" ? each : each.what) !== loss)
      : [...losses, loss];
    onWrite({ ...value, loses });
  };
  return (
    <>
      {value.holds.map((text, index) => {
        const promise = sheet.promises[index];
        const isKept = promise && promise.kept === promise.of;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the promises are edited in place
          <div key={index} className="promise-line">
            <ConditionField
              path={props.path}
              label={`Promise ${index + 1}`}
              value={text}
              onWrite={(now) => put(index, now)}
            />
            {promise && (
              <span className={isKept ? "mark mark-proved text-ok" : "mark mark-stop text-loss"}>
                {isKept
                  ? "kept for all"
                  : `kept for ${promise.kept.toLocaleString("en")} of ${promise.of.toLocaleString("en")}`}
              </span>
            )}
          </div>
        );
      })}
      {adding && (
        <ConditionField
          path={props.path}
          label="One more promise"
          value=""
          autoFocus
          onWrite={(now) => {
            if (now) put(value.holds.length, now);
          }}
          onLeave={() => setAdding(false)}
        />
      )}
      <p className="flex flex-wrap gap-x-4">
        <TextButton onClick={() => setAdding(true)}>one more promise</TextButton>
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
