import { useEffect, useRef } from "react";
import { useSearchParams } from "react-router";
import type { BenchData } from "../../api/client";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { TextButton } from "../../ui/TextButton";
import { BenchFacts } from "./BenchFacts";
import { BenchSlots } from "./BenchSlots";
import { PhoneView } from "./PhoneView";
import { StepList } from "./StepList";

/** The phone at one step: what it shows, what stands in its slots, and what this step changed. */
export function Bench({ data }: { data: BenchData }) {
  const [search, setSearch] = useSearchParams();
  const at = placeOf(search, data.steps);
  const here = data.steps[at] ?? data.first;
  const first = data.steps.findIndex((each) => each.ended !== "" || each.found.some(isTrouble));
  const go = (to: number) => {
    const step = data.steps[Math.min(to, data.steps.length - 1)];
    setSearch(
      (now) => {
        now.delete("step");
        if (to < 0 || !step) now.delete("at");
        else now.set("at", String(data.steps.indexOf(step)));
        return now;
      },
      { replace: true },
    );
  };
  useKeys(() => {
    // By the address, which a key moves at once: what is drawn may be of the key before.
    const now = placeOf(new URLSearchParams(window.location.search), data.steps);
    return {
      right: (event) => {
        event.preventDefault();
        go(now + 1);
      },
      left: (event) => {
        event.preventDefault();
        go(now - 1);
      },
      t: () => first >= 0 && go(first),
      z: () => go(data.steps.length - 1),
    };
  });
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.querySelectorAll("li")[at]?.scrollIntoView({ block: "nearest" });
  }, [at]);
  return (
    <>
      {!data.admitted && (
        <p className="mark mark-warn mt-1 text-care">
          The guide does not admit this phone; the bench shows what would happen to it all the same.
        </p>
      )}
      {data.slip && (
        <p className="mark mark-warn mt-1 text-care">
          With a slip: {data.slip}.{" "}
          <TextButton
            onClick={() =>
              setSearch((now) => {
                now.delete("slip");
                return now;
              })
            }
          >
            Undo the slip
          </TextButton>
        </p>
      )}
      <BenchFacts facts={data.facts} />
      <div className="mt-2 flex flex-wrap items-center gap-2 border-y border-hair py-1.5">
        <Button disabled={at < 0} onClick={() => go(at - 1)}>
          Back
        </Button>
        <Button look="work" disabled={at >= data.steps.length - 1} onClick={() => go(at + 1)}>
          Next step
        </Button>
        <Button disabled={first < 0} onClick={() => go(first)}>
          First problem
        </Button>
        <Button onClick={() => go(data.steps.length - 1)}>To the end</Button>
        <span className="text-soft">← → walk, t first problem, z end</span>
        <span role="status" className="ml-auto">
          {at < 0 ? "Before the first step" : `After step ${here.number} of ${data.all_steps}`}
        </span>
      </div>
      <div className="mt-2 grid gap-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        <StepList ref={list} steps={data.steps} at={at} onGo={go} />
        <section aria-label="The phone now" className="min-w-0">
          <div className="flex flex-wrap gap-5">
            <PhoneView mode={here.mode} />
            <div className="min-w-[240px] flex-1">
              <p className="text-[0.9375rem] font-semibold">{here.screen}</p>
              {here.answer && <p className="mt-1">{here.answer}</p>}
              {here.messages.map((each) => (
                <p
                  key={each.text}
                  className={`mark ${each.harmless ? "mark-proved" : "mark-stop"}`}
                >
                  It may show “<span className="letter">{each.text}</span>”:{" "}
                  <strong>{each.harmless ? "harmless here" : "stop"}</strong>. {each.do}
                </p>
              ))}
              {here.found.map((each) => (
                <p key={each.id + each.message} className={`mt-1 mark ${MARKS[each.severity]}`}>
                  {each.message}
                </p>
              ))}
              {here.changes.length > 0 && (
                <dl className="facts-list mt-2">
                  {here.changes.map((each) => (
                    <div key={each.name} className="contents">
                      <dt>{each.name}</dt>
                      <dd>
                        {each.before} <span className="text-soft">→</span> {each.after}
                      </dd>
                    </div>
                  ))}
                </dl>
              )}
              <SlipChoice step={here} />
            </div>
          </div>
          <BenchSlots slots={here.slots} />
        </section>
      </div>
    </>
  );
}

/** A place among the steps; -1 is the phone before the first. A step that was not reached: the last. */
function placeOf(search: URLSearchParams, steps: BenchData["steps"]): number {
  const at = search.get("at");
  if (at !== null) return Math.min(Math.max(Number(at) || 0, -1), steps.length - 1);
  const asked = search.get("step");
  if (asked === null) return -1;
  const found = steps.findIndex((each) => each.id === asked);
  return found >= 0 ? found : steps.length - 1;
}

const MARKS: Record<string, string> = {
  stop: "mark-stop text-loss",
  warn: "mark-warn text-care",
  note: "mark-note",
};

const isTrouble = (found: { severity: string }) => found.severity !== "note";

/** A mistake that can be made at this step, on purpose. */
function SlipChoice({ step }: { step: BenchData["first"] }) {
  const [, setSearch] = useSearchParams();
  if (step.slips.length === 0) return null;
  return (
    <label className="mt-2 block">
      <span className="text-soft">Make a slip here</span>{" "}
      <select
        className="max-w-full border border-hair-strong bg-sheet px-1"
        value=""
        onChange={(event) =>
          setSearch((now) => {
            now.delete("at");
            now.set("slip", event.target.value);
            now.set("step", step.id);
            return now;
          })
        }
      >
        <option value="">none</option>
        {step.slips.map((each) => (
          <option key={each.index} value={each.index}>
            {each.says}
          </option>
        ))}
      </select>
    </label>
  );
}
