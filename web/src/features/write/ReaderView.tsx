import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api, type BenchData, type Sheet } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";
import type { Path } from "./useWriting";

const CHOSEN = /^(variant|base|option\.)/;

/** What a reader with a certain phone and certain choices is told, moving with the draft. */
export function ReaderView(props: { path: Path; sheet: Sheet; host: string }) {
  const { path, sheet } = props;
  const [facts, setFacts] = useState<Record<string, string>>({});
  const walked = useQuery({
    queryKey: ["bench", "reader", path.codename, path.slug, sheet.fingerprint, facts],
    queryFn: ({ signal }) =>
      answerOf(
        api.POST("/api/bench", {
          body: { ...path, short: "", facts, slip: -1 },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
  // The phone that stands there, with one thing other.
  const choose = (name: string, value: string) => {
    const now = Object.fromEntries((walked.data?.facts ?? []).map((f) => [f.name, f.value]));
    setFacts({ ...now, [name]: value });
  };
  return (
    <aside aria-label="As a reader sees it" className="reader-view">
      <h2 className="font-semibold">As a reader sees it</h2>
      {walked.error && <ProblemView error={walked.error} />}
      {walked.data && (
        <>
          <Choices data={walked.data} onChoose={choose} />
          <Steps data={walked.data} sheet={sheet} host={props.host} />
        </>
      )}
    </aside>
  );
}

function Choices(props: { data: BenchData; onChoose: (name: string, value: string) => void }) {
  const asked = props.data.facts.filter((fact) => CHOSEN.test(fact.name));
  return (
    <p className="flex flex-wrap gap-x-3 gap-y-1 text-[0.8125rem]">
      {asked.map((fact) => (
        <label key={fact.name} className="flex gap-1">
          <span className="text-soft">{fact.name.replace("option.", "")}</span>
          <select
            value={fact.value}
            onChange={(event) => props.onChoose(fact.name, event.target.value)}
          >
            {fact.values.map((value) => (
              <option key={value} value={value}>
                {value}
              </option>
            ))}
          </select>
        </label>
      ))}
    </p>
  );
}

function Steps(props: { data: BenchData; sheet: Sheet; host: string }) {
  const { data, sheet } = props;
  if (!data.admitted) return <p className="text-loss">This guide is not for this phone.</p>;
  const rows = new Map(sheet.rows.map((row) => [row.id, row]));
  const mine = data.steps.filter((step) => step.concerned && rows.has(step.id));
  const last = data.steps.at(-1);
  return (
    <>
      <ol className="list-decimal space-y-2 pl-6">
        {mine.map((step) => {
          const row = rows.get(step.id);
          const command = row?.commands.find((each) => each.host === props.host);
          return (
            <li key={step.id}>
              {step.sentence}
              {command && <code className="command">{command.text}</code>}
              {row?.sight && <span className="block text-soft">You see: {row.sight}</span>}
            </li>
          );
        })}
      </ol>
      {last?.ended && (
        <p className="mark mark-stop text-loss">Here it ends for this reader: {last.answer}</p>
      )}
    </>
  );
}
