import { useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type Review } from "../../api/client";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { useSaying } from "./reviewQuery";

const VERDICTS: Record<string, string> = {
  "": "read it",
  approve: "approves it",
  changes: "asks for changes",
};

/** Who read which state, and what they say of it; below it one's own words. */
export function Readings({ review }: { review: Review }) {
  const path = { codename: review.codename, slug: review.slug };
  const at = { params: { path } };
  const [says, setSays] = useState("");
  const seen = review.fingerprint;
  const ask = useSaying(
    () =>
      answerOf(api.POST("/api/drafts/{codename}/{slug}/review", { ...at, body: { seen, says } })),
    () => setSays(""),
  );
  const end = useSaying(() => answerOf(api.POST("/api/drafts/{codename}/{slug}/review/end", at)));
  const read = useSaying(
    (verdict: "" | "approve" | "changes") =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/readings", {
          ...at,
          body: { seen, verdict, says },
        }),
      ),
    () => setSays(""),
  );
  const error = ask.error ?? end.error ?? read.error;
  const busy = ask.isPending || end.isPending || read.isPending;
  const asked = review.request;
  return (
    <section aria-labelledby="readings" className="mt-5 max-w-[760px]">
      <h2 id="readings" className="rule-head">
        Who read it
      </h2>
      {asked && (
        <p>
          {asked.by} asked for a review, {dayWords(asked.at)}
          {asked.says && `: “${asked.says}”`}.
          {asked.moved && <span className="text-care"> The draft was changed since.</span>}
        </p>
      )}
      <ul>
        {review.readings.map((each) => (
          <li key={each.by + each.at} className={each.current ? undefined : "text-soft"}>
            <b className="font-semibold">{each.by}</b> {VERDICTS[each.verdict] ?? each.verdict},{" "}
            {dayWords(each.at)}
            {each.says && `: “${each.says}”`}
            {!each.current && <i> of an earlier state; it counts no more</i>}
          </li>
        ))}
        {review.runs.map((each) => (
          <li key={each.by + each.at} className={each.current ? undefined : "text-soft"}>
            <b className="font-semibold">{each.by}</b> ran it on {each.phone},{" "}
            {each.ended_well ? "to its good end" : "and it did not end well"}, {dayWords(each.at)}
            {each.says && `: “${each.says}”`}
            {!each.current && <i> of an earlier state; it counts no more</i>}
          </li>
        ))}
      </ul>
      {review.readings.length + review.runs.length === 0 && (
        <p className="text-soft">Nobody has said yet that they read it.</p>
      )}
      <Changed review={review} />
      <label className="mt-2 block">
        <span className="text-soft">What you say to the others</span>
        <textarea
          rows={2}
          className="block w-full border border-hair-strong bg-sheet px-1.5"
          value={says}
          onChange={(event) => setSays(event.target.value)}
        />
      </label>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => read.mutate("approve")}>
          Approve this state
        </Button>
        <Button
          disabled={busy || says.trim().length < 10}
          title="Say what, in the field above"
          onClick={() => read.mutate("changes")}
        >
          Ask for changes
        </Button>
        <Button disabled={busy} onClick={() => read.mutate("")}>
          I have read it
        </Button>
        {asked ? (
          <Button disabled={busy} onClick={() => end.mutate(undefined)}>
            End the review
          </Button>
        ) : (
          <Button disabled={busy} onClick={() => ask.mutate(undefined)}>
            Ask others to read it
          </Button>
        )}
      </div>
      {error && <ProblemView error={error} />}
      <RunForm review={review} />
    </section>
  );
}

/** What a reviewer has not seen yet: since what is published, and since their own last look. */
function Changed({ review }: { review: Review }) {
  const at = `/c/${review.codename}/guides/${review.slug}/compare`;
  if (!review.published && !review.last_look) return null;
  return (
    <p className="mt-1 flex flex-wrap gap-x-4">
      What changed:
      {review.published && (
        <Link to={`${at}?first=${review.published}`}>since {review.published}</Link>
      )}
      {review.last_look && (
        <Link to={`${at}?first-state=${review.last_look}`}>since you read it</Link>
      )}
    </p>
  );
}

function RunForm({ review }: { review: Review }) {
  const [phone, setPhone] = useState("");
  const [says, setSays] = useState("");
  const run = useSaying(
    (ended_well: boolean) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/runs", {
          params: { path: { codename: review.codename, slug: review.slug } },
          body: { seen: review.fingerprint, phone, ended_well, says },
        }),
      ),
    () => {
      setPhone("");
      setSays("");
    },
  );
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-soft">I ran exactly this on a phone</summary>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <label className="grow">
          <span className="text-soft">Which: variant and the build it began on</span>
          <input
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={phone}
            onChange={(event) => setPhone(event.target.value)}
          />
        </label>
        <label className="grow">
          <span className="text-soft">What was seen</span>
          <input
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={says}
            onChange={(event) => setSays(event.target.value)}
          />
        </label>
        <Button
          disabled={phone.trim().length < 3 || run.isPending}
          onClick={() => run.mutate(true)}
        >
          It ended well
        </Button>
        <Button
          disabled={phone.trim().length < 3 || says.trim().length < 10 || run.isPending}
          onClick={() => run.mutate(false)}
        >
          It did not
        </Button>
      </div>
      {run.error && <ProblemView error={run.error} />}
    </details>
  );
}
