import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answerOf, api, type Finding } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { useSheet } from "./sheetContext";

/** A stop that somebody holds to be wrong: who, why, and the second signature that it needs. */
export function ContestNote({ finding }: { finding: Finding }) {
  const { contests, draft } = useSheet();
  const client = useQueryClient();
  const [reason, setReason] = useState("");
  const done = { onSuccess: () => refresh(client, "guide") };
  const open = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/contest", {
          params: { path: { codename: draft?.codename ?? "", slug: draft?.slug ?? "" } },
          body: {
            seen: draft?.seen ?? "",
            finding: finding.id,
            subject: finding.subject,
            step: finding.step,
            reason,
          },
        }),
      ),
    ...done,
  });
  const sign = useMutation({
    mutationFn: (id: number) =>
      answerOf(
        api.POST("/api/contests/{contest_id}/sign", { params: { path: { contest_id: id } } }),
      ),
    ...done,
  });
  const known = contests.find(
    (each) =>
      each.finding === finding.id && each.subject === finding.subject && each.step === finding.step,
  );
  const error = open.error ?? sign.error;
  if (finding.severity !== "stop" || (!known && (!draft || finding.final))) return null;
  return (
    <>
      {known ? (
        <p>
          {known.by} contests this: “{known.reason}”{" "}
          {known.second ? (
            <span className="text-soft">Signed by {known.second} too; readers see it.</span>
          ) : (
            <TextButton onClick={() => sign.mutate(known.id)}>Sign it too</TextButton>
          )}
        </p>
      ) : (
        <Disclosure as="div">
          <DisclosureButton className="cursor-pointer text-soft underline">
            The model is wrong here
          </DisclosureButton>
          <DisclosurePanel
            as="form"
            className="mt-1"
            onSubmit={(event: FormEvent) => {
              event.preventDefault();
              open.mutate();
            }}
          >
            <textarea
              aria-label="Why the model is wrong here"
              placeholder="Why, for a second maintainer and for readers"
              rows={3}
              maxLength={500}
              className="block w-full border border-hair-strong bg-sheet px-1.5"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <Button type="submit" disabled={reason.trim().length < 20 || open.isPending}>
              Contest this stop
            </Button>
          </DisclosurePanel>
        </Disclosure>
      )}
      {error && <ProblemView error={error} />}
    </>
  );
}
