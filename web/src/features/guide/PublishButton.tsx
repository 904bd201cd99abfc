import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Page } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { withPredecessor } from "../compare/compareQuery";
import { type Level, NextVersion } from "./NextVersion";

/** Publishing cannot be undone, so it says what will happen before it does. */
export function PublishButton({ page }: { page: Page }) {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  const { sheet } = page;
  const [level, setLevel] = useState<Level>();
  const [note, setNote] = useState<string>();
  // What differs is looked at when somebody wants to publish, not at each key.
  const compared = useQuery({ ...withPredecessor(page), enabled: open && page.follows !== null });
  const publish = useMutation({
    mutationFn: () =>
      // Where the proof is still to be worked out, nothing was published yet: asking again is right.
      patiently(() =>
        api.POST("/api/drafts/{codename}/{slug}/publish", {
          params: { path: { codename: sheet.codename, slug: sheet.guide } },
          body: { seen: page.fingerprint, level: level ?? null, note: note ?? "" },
        }),
      ),
    onSuccess: async (answer) => {
      navigate(`?v=${answer.version}`);
      await refresh(client, "guide");
      announce(`Published ${answer.version}. Readers can follow it now.`);
    },
  });
  const what = page.next_version ? `Publish ${page.next_version}` : "Publish";
  if (page.open_stops > 0 || !sheet.finished) {
    const why = sheet.finished
      ? `${counted(page.open_stops, "stop")} open`
      : "the proof is not finished";
    return <Button disabled>{`${what}: ${why}`}</Button>;
  }
  const elsewhere = page.codenames.filter((each) => each.stops > 0);
  if (elsewhere.length > 0) {
    const where = elsewhere.map((each) => `${counted(each.stops, "stop")} on ${each.codename}`);
    return <Button disabled>{`${what}: ${where.join(", ")}`}</Button>;
  }
  return (
    <>
      <Button look="work" onClick={() => setOpen(true)}>
        {what}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} className="relative z-30">
        <div className="fixed inset-0 flex items-start justify-center overflow-y-auto bg-ink/20 p-3 sm:pt-24">
          <DialogPanel className="w-full max-w-[480px] border border-hair-strong bg-sheet p-5 shadow-lg">
            <DialogTitle className="text-base font-semibold">
              {what} of “{sheet.title}”
            </DialogTitle>
            <p className="mt-2 text-[0.9375rem]">
              Readers can follow it at once. You can withdraw it later, but never change it. It was
              proved for {sheet.admitted.toLocaleString("en")} kinds of phone
              {sheet.warnings > 0 && `, with ${counted(sheet.warnings, "warning")} open`}; nobody
              has run it yet.
            </p>
            {page.follows && (
              <NextVersion
                page={page}
                compared={compared.data}
                error={compared.error}
                level={level}
                onLevel={setLevel}
                note={note ?? compared.data?.note ?? ""}
                onNote={setNote}
              />
            )}
            <p className="letter mt-2 text-soft">{page.fingerprint}</p>
            {publish.error && (
              <div className="mt-3">
                <ProblemView error={publish.error} />
              </div>
            )}
            <div className="mt-4 flex gap-3">
              <Button
                look="work"
                disabled={publish.isPending || (page.follows !== null && !compared.data)}
                onClick={() => publish.mutate()}
              >
                {publish.isPending ? "Publishing…" : what}
              </Button>
              <Button onClick={() => setOpen(false)}>Keep the draft</Button>
            </div>
          </DialogPanel>
        </div>
      </Dialog>
    </>
  );
}
