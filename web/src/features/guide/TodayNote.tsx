import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { answerOf, api, type Page } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { Differences } from "./Differences";

/** The fields at the top in which a document differs, each once. */
function fieldNames(fields: { field: string }[]): string {
  const names = fields.map((each) => (each.field.split(/[.[]/)[0] ?? "").replaceAll("_", " "));
  return [...new Set(names)].join(", ");
}

/** What changed in the catalogue since this was proved, and what follows from it. */
export function TodayNote({ page }: { page: Page }) {
  const { today } = page;
  const client = useQueryClient();
  const path = { codename: page.sheet.codename, slug: page.sheet.guide };
  const done = { onSuccess: () => refresh(client, "guide") };
  const prove = useMutation({
    mutationFn: () =>
      patiently(() =>
        page.kind === "draft"
          ? api.POST("/api/drafts/{codename}/{slug}/prove-today", { params: { path } })
          : api.POST("/api/revisions/{short}/prove-today", {
              params: { path: { short: page.short }, query: { codename: page.sheet.codename } },
            }),
      ),
    ...done,
  });
  const take = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/take-today", {
          params: { path },
          body: { seen: page.fingerprint },
        }),
      ),
    ...done,
  });
  if (today.changed.length === 0) return null;
  const bad = today.fault !== "" || today.stops > 0;
  return (
    <section
      aria-label="Changed since"
      className={`mark my-2 ${bad ? "mark-stop" : today.is_stale ? "mark-unknown" : "mark-note"}`}
    >
      <p>
        <b>{today.is_stale && !bad ? "Stale." : "Changed since."}</b> The catalogue has changed
        since this was proved:{" "}
        {today.changed.map((each, i) => (
          <span key={each.kind + each.name}>
            {i > 0 && "; "}
            <Link to={each.path}>
              {each.kind} {each.name}
            </Link>
            {each.fields.length > 0 && ` (${fieldNames(each.fields)})`}
          </span>
        ))}
        .
      </p>
      {today.fault && <p className="text-loss">With them it fails: {today.fault}</p>}
      {!today.fault && today.stops > 0 && (
        <p className="text-loss">
          Proved with them, it has {today.stops === 1 ? "a stop" : `${today.stops} stops`}:{" "}
          {today.first_stop}
        </p>
      )}
      {!today.is_stale && !bad && <p>Proved with them too: no stops.</p>}
      <p className="flex gap-4">
        {today.is_stale && !today.fault && (
          <TextButton disabled={prove.isPending} onClick={() => prove.mutate()}>
            Prove it with today’s documents
          </TextButton>
        )}
        {page.kind === "draft" && !today.fault && (
          <TextButton disabled={take.isPending} onClick={() => take.mutate()}>
            Use them in the draft
          </TextButton>
        )}
      </p>
      {page.kind === "draft" && <Differences page={page} />}
      {(prove.error ?? take.error) && (
        <ProblemView error={prove.error ?? take.error ?? new Error()} />
      )}
    </section>
  );
}
