import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api, type Row } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { type OpenDraft, useSheet } from "./sheetContext";

/** The pictures of a step; in a draft they can be put there and taken away. */
export function StepPictures({ row }: { row: Row }) {
  const { draft } = useSheet();
  return (
    <>
      {row.pictures.map((each) => (
        <figure key={each.sha256} className="my-1">
          <img
            src={each.path}
            alt={each.alt}
            width={each.width}
            height={each.height}
            className="h-auto w-full max-w-[260px] border border-hair"
          />
          {draft && <TakeAway draft={draft} step={row.id} sha256={each.sha256} alt={each.alt} />}
        </figure>
      ))}
      {draft && row.pictures.length < 4 && (
        <Disclosure as="div">
          <DisclosureButton className="cursor-pointer text-work underline">
            Add a picture
          </DisclosureButton>
          <DisclosurePanel>
            {({ close }) => <AddPicture draft={draft} step={row.id} onDone={close} />}
          </DisclosurePanel>
        </Disclosure>
      )}
    </>
  );
}

interface AddProps {
  draft: OpenDraft;
  step: string;
  onDone: () => void;
}

function AddPicture({ draft, step, onDone }: AddProps) {
  const [file, setFile] = useState<File>();
  const [alt, setAlt] = useState("");
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: (picture: File) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/pictures", {
          params: { path: { codename: draft.codename, slug: draft.slug } },
          body: { picture: picture as unknown as string, step, alt, seen: draft.seen },
          bodySerializer: (body) => {
            const form = new FormData();
            for (const [name, value] of Object.entries(body)) form.append(name, value as string);
            return form;
          },
        }),
      ),
    onSuccess: async () => {
      await refresh(client, "guide");
      onDone();
    },
  });
  return (
    <form
      className="mt-1 space-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (file) add.mutate(file);
      }}
    >
      <input
        type="file"
        aria-label="Picture"
        accept="image/png,image/jpeg,image/webp,image/gif"
        onChange={(event) => setFile(event.target.files?.[0])}
      />
      <textarea
        aria-label="Alt text"
        placeholder="What the picture shows, for those who cannot see it"
        rows={2}
        maxLength={400}
        className="block w-full border border-hair-strong bg-sheet px-1.5"
        value={alt}
        onChange={(event) => setAlt(event.target.value)}
      />
      <Button type="submit" disabled={!file || alt.trim().length < 5 || add.isPending}>
        Add it to the step
      </Button>
      <p className="text-soft">
        It is scaled down, and its metadata (place, time, camera) is removed.
      </p>
      {add.error && <ProblemView error={add.error} />}
    </form>
  );
}

function TakeAway(props: { draft: OpenDraft; step: string; sha256: string; alt: string }) {
  const { draft, step, sha256 } = props;
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/pictures/remove", {
          params: { path: { codename: draft.codename, slug: draft.slug } },
          body: { seen: draft.seen, step, sha256 },
        }),
      ),
    onSuccess: () => refresh(client, "guide"),
  });
  return (
    <figcaption>
      <TextButton onClick={() => take.mutate()}>Remove this picture</TextButton>
      {take.error && <ProblemView error={take.error} />}
    </figcaption>
  );
}
