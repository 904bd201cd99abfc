import { useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type GateItem, type GateLine, type Review } from "../../api/client";
import { patiently } from "../../api/patiently";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { useSaying } from "./reviewQuery";

const STATES = {
  kept: { mark: "mark-proved", ink: "text-ok", word: "kept" },
  waived: { mark: "mark-warn", ink: "text-care", word: "let stand" },
  open: { mark: "mark-stop", ink: "text-loss", word: "open" },
  unknown: { mark: "mark-unknown", ink: "", word: "not known" },
} as const;

/** What stands between this draft and its readers: a ruled line each, with what is in its way. */
export function GateLines({ review }: { review: Review }) {
  return (
    <ul className="gate" aria-label="What stands before publishing">
      {review.gate.lines.map((line) => (
        <Line key={line.id} line={line} review={review} />
      ))}
    </ul>
  );
}

function Line({ line, review }: { line: GateLine; review: Review }) {
  const state = STATES[line.state];
  return (
    <li className="gate-line" data-line={line.id}>
      <span className={`mark ${state.mark} ${state.ink}`}>{state.word}</span>
      <b className="font-semibold">{line.title}</b>
      <div>
        <p className={line.state === "kept" ? "text-soft" : undefined}>{line.says}</p>
        <ul className="space-y-1">
          {line.items.map((item) => (
            <li key={item.key + item.says + item.codename + item.step}>
              <Item item={item} review={review} />
            </li>
          ))}
        </ul>
      </div>
    </li>
  );
}

function Item({ item, review }: { item: GateItem; review: Review }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const path = { codename: review.codename, slug: review.slug };
  const at = { params: { path } };
  const waive = useSaying(
    () =>
      patiently(() =>
        api.POST("/api/drafts/{codename}/{slug}/waivers", {
          ...at,
          body: { seen: review.fingerprint, key: item.key, reason },
        }),
      ),
    () => setOpen(false),
  );
  const takeBack = useSaying(() =>
    answerOf(
      api.POST("/api/drafts/{codename}/{slug}/waivers/take-back", {
        ...at,
        body: { key: item.key },
      }),
    ),
  );
  const several = new Set(review.gate.lines.flatMap((l) => l.items.map((i) => i.codename)));
  several.delete("");
  return (
    <>
      <p>
        {several.size > 1 && item.codename && <b>{item.codename}: </b>}
        {item.says} <Where item={item} review={review} />
      </p>
      {item.waiver ? (
        <p className="text-soft">
          {item.waiver.by} lets it stand since {dayWords(item.waiver.at)}: “{item.waiver.reason}”
          Readers see this.{" "}
          <TextButton disabled={takeBack.isPending} onClick={() => takeBack.mutate(undefined)}>
            Take that back
          </TextButton>
        </p>
      ) : (
        item.key &&
        !open && <TextButton onClick={() => setOpen(true)}>Let it stand, with a reason</TextButton>
      )}
      {open && !item.waiver && (
        <form
          className="my-1 max-w-[560px]"
          onSubmit={(event) => {
            event.preventDefault();
            waive.mutate(undefined);
          }}
        >
          <textarea
            // biome-ignore lint/a11y/noAutofocus: it was opened to be typed into
            autoFocus
            aria-label={`Why this may stand: ${item.says}`}
            placeholder="Why it may stand; readers see this"
            rows={2}
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <span className="mt-1 flex gap-2">
            <Button type="submit" disabled={reason.trim().length < 10 || waive.isPending}>
              Let it stand
            </Button>
            <Button onClick={() => setOpen(false)}>Leave it open</Button>
          </span>
        </form>
      )}
      {(waive.error ?? takeBack.error) && (
        <ProblemView error={(waive.error ?? takeBack.error) as Error} />
      )}
    </>
  );
}

function Where({ item, review }: { item: GateItem; review: Review }) {
  const codename = item.codename || review.codename;
  const sheet = `/c/${codename}/guides/${review.slug}?v=draft`;
  if (item.step) return <Link to={`${sheet}&at=${item.step}`}>at its row</Link>;
  if (item.file) return <Link to={`/c/${codename}/files`}>its sources</Link>;
  return null;
}
