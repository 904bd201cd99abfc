import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type DragEvent, useRef, useState } from "react";
import { answerOf, api, type FileSetData, type Matched } from "../../api/client";
import { refresh } from "../../api/touched";
import { droppedFiles } from "../../digests/droppedFiles";
import { useDigests } from "../../digests/useDigests";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import type { Which } from "./queries";
import { Verdicts } from "./Verdicts";

/** Files dropped here are digested in this browser and held against the set; none is uploaded. */
export function AtHand({ which, set }: { which: Which; set: FileSetData }) {
  const [over, setOver] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const match = useMutation({
    mutationFn: (found: Parameters<typeof bodyOf>[0]) =>
      answerOf(
        api.POST("/api/file-set/match", { params: { query: { ...which } }, body: bodyOf(found) }),
      ),
  });
  const digests = useDigests((found) => match.mutate(found));
  const add = useMutation({
    mutationFn: (names: string[]) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/files", {
          params: { path: { codename: which.codename, slug: which.slug } },
          body: {
            seen: set.fingerprint,
            files: digests.found
              .filter((each) => names.includes(each.name) && !each.inside)
              .map((each) => ({
                name: each.name,
                role: "other",
                size: each.size,
                digests: each.digests,
              })),
          },
        }),
      ),
    onSuccess: async () => {
      match.reset();
      await refresh(client, "guide");
    },
  });
  const take = (files: File[]) => {
    match.reset();
    if (files.length > 0) digests.start(files, set.algorithms);
  };
  const drop = async (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(await droppedFiles(event.dataTransfer));
  };
  const addable = (told: Matched[]) =>
    which.short
      ? []
      : told
          .filter((each) => ["unknown", "wrong-bytes"].includes(each.verdict) && !each.inside)
          .map((each) => each.name);
  return (
    <section
      aria-label="Files at hand"
      className={`mt-3 border border-dashed p-3 print:hidden ${over ? "border-work bg-work-soft" : "border-hair-strong"}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <p className="flex flex-wrap items-baseline gap-3">
        <b>Check your files against this set.</b>
        <span>Drop files or a folder here, or</span>
        <Button onClick={() => picker.current?.click()}>choose files</Button>
        <input
          ref={picker}
          type="file"
          multiple
          className="sr-only"
          aria-label="Files to check"
          tabIndex={-1}
          onChange={(event) => {
            take([...(event.target.files ?? [])]);
            event.target.value = "";
          }}
        />
        <span className="text-soft">They are read in this browser and never uploaded.</span>
      </p>
      <div role="status">
        {digests.running && (
          <p className="mt-2 flex flex-wrap items-center gap-3">
            <progress value={digests.running.done} max={Math.max(digests.running.total, 1)} />
            <span>
              {megabytes(digests.running.done)} of {megabytes(digests.running.total)},{" "}
              {megabytes(digests.running.speed)} a second
            </span>
            <span className="letter">{digests.running.name}</span>
            <Button onClick={digests.cancel}>Stop</Button>
          </p>
        )}
        {digests.faults.map((each) => (
          <p key={each.name + each.message} className="mark mark-stop text-loss">
            {each.name} {each.message}
          </p>
        ))}
        {match.data && (
          <Verdicts
            told={match.data}
            addable={addable(match.data)}
            onAdd={(names) => add.mutate(names)}
          />
        )}
      </div>
      {(match.error ?? add.error) && (
        <ProblemView error={match.error ?? add.error ?? new Error()} />
      )}
    </section>
  );
}

function bodyOf(found: ReturnType<typeof useDigests>["found"]) {
  return { found };
}

function megabytes(bytes: number): string {
  return bytes >= 1e9 ? `${(bytes / 1e9).toFixed(2)} GB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
