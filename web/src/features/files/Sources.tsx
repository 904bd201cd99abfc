import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { useLocation } from "react-router";
import { answerOf, api, type WatchData } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { whenWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { Waiting } from "../../ui/Waiting";
import { SourceChanges } from "./SourceChanges";
import { SourceTable } from "./SourceTable";
import { isUnderWay, watchQuery } from "./watchQueries";

/** Where the files of a codename come from, and whether they still come as they are on record. */
export function Sources({ codename }: { codename: string }) {
  const watch = useQuery(watchQuery(codename));
  const place = useRef<HTMLElement>(null);
  const { hash } = useLocation();
  const there = watch.isSuccess;
  useEffect(() => {
    if (there && hash === "#sources") place.current?.scrollIntoView();
  }, [there, hash]);
  return (
    <section ref={place} aria-label="Sources" id="sources" className="mt-6 print:hidden">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">Sources</h2>
      <Waiting query={watch}>
        {(data) => (
          <>
            <Round codename={codename} data={data} />
            <SourceChanges changes={data.changes} />
            <SourceTable sources={data.sources} />
          </>
        )}
      </Waiting>
    </section>
  );
}

function Round({ codename, data }: { codename: string; data: WatchData }) {
  const client = useQueryClient();
  const onSuccess = () => refresh(client, "sources");
  const start = useMutation({
    mutationFn: (reads: boolean) =>
      answerOf(api.POST("/api/watch/checks", { body: { codename, reads } })),
    onSuccess,
  });
  const stop = useMutation({
    mutationFn: (id: number) =>
      answerOf(
        api.POST("/api/watch/checks/{check_id}/cancel", { params: { path: { check_id: id } } }),
      ),
    onSuccess,
  });
  const schedule = useMutation({
    mutationFn: (every: number) =>
      answerOf(
        api.POST("/api/watch/schedule", {
          body: { every_hours: every, reads: data.scheduled_reads },
        }),
      ),
    onSuccess,
  });
  const check = data.check;
  const running = check && isUnderWay(check.state);
  const error = start.error ?? stop.error ?? schedule.error;
  return (
    <>
      <div role="status" className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
        {running ? (
          <>
            <progress value={check.done} max={Math.max(check.total, 1)} />
            <span>
              {check.done} of {check.total} looked at
              {check.reads ? ", downloaded in full to check their digests" : ""}
            </span>
            <Button onClick={() => stop.mutate(check.id)}>Stop</Button>
          </>
        ) : (
          <>
            <span>{check ? lastRound(check) : "Never checked."}</span>
            <Button onClick={() => start.mutate(false)}>Check them now</Button>
            <Button onClick={() => start.mutate(true)}>Check their digests</Button>
          </>
        )}
        <label className="text-soft">
          Automatically{" "}
          <select
            className="border border-hair-strong bg-sheet px-1 text-ink"
            value={data.every_hours}
            onChange={(event) => schedule.mutate(Number(event.target.value))}
          >
            {rhythms(data.every_hours).map(([hours, says]) => (
              <option key={hours} value={hours}>
                {says}
              </option>
            ))}
          </select>
        </label>
        <label className="text-soft">
          <input
            type="checkbox"
            disabled={data.every_hours === 0}
            checked={data.scheduled_reads}
            onChange={async (event) => {
              const reads = event.target.checked;
              await answerOf(
                api.POST("/api/watch/schedule", {
                  body: { every_hours: data.every_hours, reads },
                }),
              );
              onSuccess();
            }}
          />{" "}
          with digests
        </label>
      </div>
      {error && <ProblemView error={error} />}
    </>
  );
}

function rhythms(now: number): [number, string][] {
  const usual: [number, string][] = [
    [0, "never"],
    [24, "every day"],
    [168, "every week"],
  ];
  return usual.some(([hours]) => hours === now) ? usual : [...usual, [now, `every ${now} hours`]];
}

function lastRound(check: NonNullable<WatchData["check"]>): string {
  const by = check.by ? `started by ${check.by}` : "automatic";
  const how = check.reads ? "check of digests" : "check";
  const end = check.state === "cancelled" ? `, stopped after ${check.done} of ${check.total}` : "";
  return `Last ${how} ${whenWords(check.ended_at ?? check.asked_at)}, ${by}${end}.`;
}
