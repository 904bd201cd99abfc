import type { Ref } from "react";
import type { BenchData } from "../../api/client";

interface StepListProps {
  ref: Ref<HTMLOListElement>;
  steps: BenchData["steps"];
  at: number;
  onGo: (to: number) => void;
}

/** Every step that this phone came to; those that are not for it are told and passed over. */
export function StepList({ ref, steps, at, onGo }: StepListProps) {
  return (
    <ol ref={ref} aria-label="Steps" className="max-h-[62vh] overflow-y-auto lg:pr-2">
      {steps.map((each, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a step that is done twice stands here twice
        <li key={`${each.id}-${index}`} className="border-b border-hair">
          <button
            type="button"
            aria-current={index === at ? "step" : undefined}
            className={`flex w-full cursor-pointer gap-2 py-1 text-left ${index === at ? "bg-work-soft" : ""}`}
            onClick={() => onGo(index)}
          >
            <b className="w-6 shrink-0 text-right font-semibold">{each.number}</b>
            <span className={each.concerned ? "" : "text-soft line-through"}>{each.sentence}</span>
            {!each.concerned && <span className="ml-auto shrink-0 text-soft">not this phone</span>}
            {each.ended && (
              <span className="mark mark-stop ml-auto shrink-0 text-loss">{ENDS[each.ended]}</span>
            )}
            {!each.ended && each.found.length > 0 && (
              <span className="mark mark-warn ml-auto shrink-0 text-care">
                {each.found.length === 1 ? "1 thing" : `${each.found.length} things`}
              </span>
            )}
          </button>
        </li>
      ))}
    </ol>
  );
}

const ENDS: Record<string, string> = {
  stopped: "cannot be done",
  stuck: "hangs here",
  dead: "dies here",
};
