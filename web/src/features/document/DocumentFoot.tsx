import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { answerOf, api, type Doc } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";

/** Under every document: its versions, who uses it, and taking it out of use. */
export function DocumentFoot({ document }: { document: Doc }) {
  return (
    <footer className="mt-6 grid gap-x-8 gap-y-3 border-t border-hair pt-2 md:grid-cols-2">
      <div>
        <h2 className="font-semibold">Versions</h2>
        <ol>
          {document.versions.slice(0, 8).map((each) => (
            <li key={each.number}>
              {each.number}. {dayWords(each.at)}, {each.by}
              {each.note && `: ${each.note}`}{" "}
              <span className="letter text-soft">{each.fingerprint.slice(7, 15)}</span>
              {each.number !== document.number && each.fingerprint === document.fingerprint && (
                <span className="text-soft"> (the same as version {document.number})</span>
              )}
            </li>
          ))}
          {document.versions.length > 8 && (
            <li className="text-soft">and {document.versions.length - 8} older ones</li>
          )}
        </ol>
      </div>
      <div>
        <h2 className="font-semibold">Guides that carry it</h2>
        {document.used_by.length === 0 && <p className="text-soft">none</p>}
        <ul>
          {document.used_by.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
        <Retire document={document} />
      </div>
    </footer>
  );
}

function Retire({ document }: { document: Doc }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const field = useId();
  const client = useQueryClient();
  const body = {
    kind: document.kind,
    codename: document.codename,
    name: document.name,
    reason,
  };
  const retire = useMutation({
    mutationFn: () =>
      answerOf(
        document.retired
          ? api.POST("/api/document/bring-back", { body })
          : api.POST("/api/document/retire", { body }),
      ),
    onSuccess: async () => {
      setOpen(false);
      await refresh(client, "document");
    },
  });
  if (document.retired) {
    return (
      <p className="mt-2">
        <Button onClick={() => retire.mutate()}>Bring {document.name} back into use</Button>
      </p>
    );
  }
  return (
    <p className="mt-2">
      <Button onClick={() => setOpen(true)}>Retire {document.name}</Button>
      <Dialog open={open} onClose={() => setOpen(false)} className="relative z-30">
        <div className="fixed inset-0 flex items-start justify-center overflow-y-auto bg-ink/20 p-3 sm:pt-24">
          <DialogPanel className="w-full max-w-[480px] border border-hair-strong bg-sheet p-5 shadow-lg">
            <DialogTitle className="text-base font-semibold">Retire {document.name}</DialogTitle>
            <p className="mt-2 text-[0.9375rem]">
              It goes out of lists and searches. Guides and reports that carry it keep it; it can be
              brought back.
            </p>
            <label htmlFor={field} className="mt-3 block font-semibold">
              Reason
            </label>
            <input
              id={field}
              type="text"
              maxLength={500}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              className="mt-1 w-full border border-hair-strong bg-ground p-1.5 text-[0.9375rem]"
            />
            {retire.error && <ProblemView error={retire.error} />}
            <div className="mt-3 flex gap-3">
              <Button
                look="loss"
                disabled={!reason.trim() || retire.isPending}
                onClick={() => retire.mutate()}
              >
                Retire it
              </Button>
              <Button onClick={() => setOpen(false)}>Keep it in use</Button>
            </div>
          </DialogPanel>
        </div>
      </Dialog>
    </p>
  );
}
