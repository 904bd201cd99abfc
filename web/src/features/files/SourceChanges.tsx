import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api, type WatchData } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { whenWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { toneText } from "../../ui/tones";

type Change = WatchData["changes"][number];

/** What came to stand otherwise: before and after, the guides it concerns, and its settling. */
export function SourceChanges({ changes }: { changes: WatchData["changes"] }) {
  if (changes.length === 0) return null;
  return (
    <ul aria-label="Changes of sources" className="mt-2">
      {changes.map((each) => (
        <OneChange key={each.id} change={each} />
      ))}
    </ul>
  );
}

function OneChange({ change }: { change: Change }) {
  const [because, setBecause] = useState("");
  const client = useQueryClient();
  const settle = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/watch/changes/{change_id}/settle", {
          params: { path: { change_id: change.id } },
          body: { because },
        }),
      ),
    onSuccess: () => refresh(client, "sources"),
  });
  return (
    <li className="border-b border-hair py-1.5">
      <p className={`mark ${change.tone === "loss" ? "mark-stop" : "mark-warn"}`}>
        <span className="letter">{change.file}</span>{" "}
        <span className={toneText(change.tone)}>{change.says}</span>{" "}
        <span className="text-soft">{whenWords(change.at)}</span>
      </p>
      <GuidesBehind guides={change.guides} />
      <dl className="facts-list mt-0.5 ml-4">
        <dt>Source</dt>
        <dd className="letter break-all">{change.address}</dd>
        <dt>Before</dt>
        <dd>
          <Side side={change.before} />
        </dd>
        <dt>Now</dt>
        <dd>
          <Side
            side={change.after}
            moved={change.after.address === change.address ? undefined : change.after.address}
          />
        </dd>
      </dl>
      <form
        className="mt-1 ml-4 flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          settle.mutate();
        }}
      >
        <input
          type="text"
          aria-label={`Why this is settled: ${change.file}`}
          placeholder="What was done about it"
          maxLength={300}
          className="w-72 border border-hair-strong bg-sheet px-1.5"
          value={because}
          onChange={(event) => setBecause(event.target.value)}
        />
        <Button type="submit" disabled={!because.trim() || settle.isPending}>
          Mark as settled
        </Button>
      </form>
      {settle.error && <ProblemView error={settle.error} />}
    </li>
  );
}

function GuidesBehind({ guides }: { guides: string[] }) {
  if (guides.length <= 1) return <p className="ml-4 text-soft">{guides[0]}</p>;
  return (
    <details className="ml-4 text-soft">
      <summary className="cursor-pointer">Used by {guides.length} guides</summary>
      <ul className="list-disc pl-5">
        {guides.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
    </details>
  );
}

/** moved: where it came from this time, if that is not the address on record. */
function Side({ side, moved }: { side: Change["before"]; moved?: string }) {
  return (
    <>
      {side.standing.replaceAll("-", " ")}
      {side.size !== null && `, ${side.size.toLocaleString("en")} bytes`}
      {side.sha256 ? (
        <>
          , SHA-256 <span className="letter break-all">{side.sha256}</span>
        </>
      ) : (
        <span className="text-soft">, digest not known</span>
      )}
      {moved && (
        <>
          {" "}
          <span className="text-soft">from</span> <span className="letter break-all">{moved}</span>
        </>
      )}
    </>
  );
}
