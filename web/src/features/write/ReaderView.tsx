import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
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
          <Page path={path} sheet={sheet} host={props.host} data={walked.data} />
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

/** The readers' own page of this draft. It stays where it was read when the draft moves on. */
function Page(props: { path: Path; sheet: Sheet; host: string; data: BenchData }) {
  const { path, sheet, host, data } = props;
  const frame = useRef<HTMLIFrameElement>(null);
  const read = useRef(0);
  const last = data.steps.at(-1);
  const asked = new URLSearchParams({ host, state: sheet.fingerprint });
  for (const fact of data.facts) asked.set(`fact.${fact.name}`, fact.value);
  const page = `/drafts/${path.codename}/${path.slug}/as-reader?${asked}`;
  const inside = () => frame.current?.contentWindow ?? null;
  return (
    <>
      {last?.ended && (
        <p className="mark mark-stop text-loss">Here it ends for this reader: {last.answer}</p>
      )}
      {/* No scripts, and what it links to opens beside the editor. */}
      <iframe
        ref={frame}
        title="The page of this guide"
        src={page}
        sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
        onLoad={() => {
          const shown = inside();
          shown?.scrollTo({ top: read.current, behavior: "instant" });
          shown?.addEventListener("scroll", () => {
            read.current = shown.scrollY;
          });
        }}
      />
    </>
  );
}
