import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import { api, Problem } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";

interface Sending {
  file: File;
  replaces: string;
}

/** A zip file of a bundle becomes the draft of its guide, proved at once. */
export function BringInPage() {
  usePageTitle("Import a bundle");
  const navigate = useNavigate();
  const client = useQueryClient();
  const [isOver, setIsOver] = useState(false);
  const input = useId();
  const send = useMutation({
    mutationFn: ({ file, replaces }: Sending) => {
      const form = new FormData();
      form.append("bundle", file);
      form.append("replaces", replaces);
      return patiently(
        // The description knows the fields; the body that travels is the form itself.
        () => api.POST("/api/bundles", { body: form as never, bodySerializer: (body) => body }),
        { once: true },
      );
    },
    onSuccess: async (answer) => {
      await Promise.all([refresh(client, "guide"), refresh(client, "document")]);
      announce("Imported as a draft.");
      navigate(`/c/${answer.codename}/guides/${answer.slug}?v=draft`);
    },
  });
  const standing = send.error instanceof Problem ? send.error.body.standing : "";
  const take = (file: File | undefined) => {
    if (file) send.mutate({ file, replaces: "" });
  };
  return (
    <div className="max-w-[760px] px-[18px] pt-4 pb-10">
      <h1 className="border-b border-ink pb-1.5 text-[1.1875rem] font-semibold">Import a bundle</h1>
      <p className="mt-3 text-[0.9375rem]">
        A bundle is a zip file with one guide and every document that its proof needs. It becomes
        the draft of its guide and is proved for every phone it admits. Importing publishes nothing,
        and a faulty bundle changes nothing. Where its documents differ from the catalogue’s, the
        draft shows it field by field, and you choose whose to keep.
      </p>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way; the file field inside is the first */}
      <div
        className={`mt-4 border border-dashed p-6 ${isOver ? "border-work bg-work-soft" : "border-hair-strong"}`}
        onDragOver={(event) => {
          event.preventDefault();
          setIsOver(true);
        }}
        onDragLeave={() => setIsOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setIsOver(false);
          take(event.dataTransfer.files[0]);
        }}
      >
        <label htmlFor={input} className="block text-[0.9375rem] font-semibold">
          Zip file of the bundle
        </label>
        <p className="mb-2 text-soft">Drop it here or choose it. At most 5 MB.</p>
        <input
          id={input}
          type="file"
          accept=".zip,application/zip"
          className="cursor-pointer"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </div>
      <div className="mt-4" aria-live="polite">
        {send.isPending && <p role="status">Reading and proving {send.variables.file.name}…</p>}
        {send.error && <ProblemView error={send.error} />}
        {standing && send.variables && (
          <div className="mt-3 flex gap-3">
            <Button
              look="work"
              onClick={() => send.mutate({ file: send.variables.file, replaces: standing })}
            >
              Replace the draft
            </Button>
            <Button onClick={() => send.reset()}>Keep the draft</Button>
          </div>
        )}
      </div>
    </div>
  );
}
