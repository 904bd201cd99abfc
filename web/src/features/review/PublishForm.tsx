import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Page, type Review } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { withPredecessor } from "../compare/compareQuery";
import { type Level, NextVersion } from "../guide/NextVersion";

const PAIRS: Record<string, string> = {
  alone: "Readers will see that it is one person’s word.",
  run: "Readers will see that a tester ran it.",
  approved: "Readers will see who approved it.",
};

/** Publishing cannot be undone, so it says what will happen before it does. */
export function PublishForm({ review, page }: { review: Review; page: Page }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [level, setLevel] = useState<Level>();
  const [note, setNote] = useState<string>();
  const { follows } = page;
  const compared = useQuery({
    ...withPredecessor(page),
    enabled: follows !== null && review.is_open,
  });
  const publish = useMutation({
    mutationFn: () =>
      // Where something is still to be worked out, nothing was published yet: asking again is right.
      patiently(() =>
        api.POST("/api/drafts/{codename}/{slug}/publish", {
          params: { path: { codename: review.codename, slug: review.slug } },
          body: { seen: review.fingerprint, level: level ?? null, note: note ?? "" },
        }),
      ),
    onSuccess: async (answer) => {
      await refresh(client, "guide");
      navigate(`/c/${review.codename}/guides/${review.slug}?v=${answer.version}`);
      announce(`Published ${answer.version}. Readers can follow it now.`);
    },
  });
  const what = page.next_version ? `Publish ${page.next_version}` : "Publish";
  const waiting = review.gate.lines.filter((l) => l.state === "open" || l.state === "unknown");
  return (
    <section aria-labelledby="publish" className="publish-form">
      <h2 id="publish" className="rule-head">
        {what}
      </h2>
      {!review.is_open && (
        <p>
          Not yet. Before it: {waiting.map((each) => each.title.toLowerCase()).join(", ")}. Each is
          mended in the draft, or answered for beside it.
        </p>
      )}
      {review.is_open && (
        <>
          <p>
            Readers can follow it at once. You can withdraw it later, but never change it.{" "}
            {PAIRS[review.gate.pair]}
          </p>
          {follows && (
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
        </>
      )}
      <p className="letter mt-2 text-soft">{review.fingerprint}</p>
      {publish.error && <ProblemView error={publish.error} />}
      <Button
        look="work"
        className="mt-2"
        disabled={!review.is_open || publish.isPending || (follows !== null && !compared.data)}
        onClick={() => publish.mutate()}
      >
        {publish.isPending ? "Publishing…" : what}
      </Button>
    </section>
  );
}
