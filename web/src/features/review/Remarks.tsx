import { useState } from "react";
import { Link } from "react-router";
import type { Review } from "../../api/client";
import { Button } from "../../ui/Button";
import { RemarkView } from "./RemarkView";
import { useRemarking } from "./useRemarking";

/** All remarks on the draft, the open ones first, and a new one on a part that is no row. */
export function Remarks({ review }: { review: Review }) {
  const path = { codename: review.codename, slug: review.slug };
  const open = review.remarks.filter((each) => !each.resolved_by);
  const done = review.remarks.filter((each) => each.resolved_by);
  const sheet = `/c/${review.codename}/guides/${review.slug}?v=draft`;
  return (
    <section aria-labelledby="remarks" className="mt-5 max-w-[760px]">
      <h2 id="remarks" className="rule-head">
        Remarks
      </h2>
      {open.length === 0 && <p className="text-soft">None is open.</p>}
      {open.map((each) => (
        <RemarkView key={each.number} path={path} remark={each}>
          {each.kind === "row" && each.here ? (
            <Link to={`${sheet}&at=${each.place}`}>{each.now}</Link>
          ) : (
            <span>{each.here ? nameOf(review, each) : each.quote}</span>
          )}
        </RemarkView>
      ))}
      {done.length > 0 && (
        <details>
          <summary className="cursor-pointer text-soft">{done.length} resolved</summary>
          {done.map((each) => (
            <RemarkView key={each.number} path={path} remark={each}>
              {nameOf(review, each)}
            </RemarkView>
          ))}
        </details>
      )}
      <NewRemark review={review} />
    </section>
  );
}

function nameOf(review: Review, remark: Review["remarks"][number]): string {
  const place = review.places.find((p) => p.kind === remark.kind && p.place === remark.place);
  return place?.words ?? (remark.now || remark.quote);
}

/** Remarks on rows are made in the sheet; here those on everything else. */
function NewRemark({ review }: { review: Review }) {
  const [at, setAt] = useState(0);
  const { text, setText, remark, problem } = useRemarking({
    codename: review.codename,
    slug: review.slug,
  });
  const place = review.places[at];
  if (!place) return null;
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        remark.mutate({ kind: place.kind, place: place.place });
      }}
    >
      <label className="flex gap-2">
        <span className="text-soft">A remark on</span>
        <select
          className="max-w-[420px] min-w-0"
          value={at}
          onChange={(event) => setAt(Number(event.target.value))}
        >
          {review.places.map((each, index) => (
            <option key={`${each.kind} ${each.place}`} value={index}>
              {each.words}
            </option>
          ))}
        </select>
      </label>
      <textarea
        aria-label={`Remark on: ${place.words}`}
        rows={2}
        className="mt-1 block w-full border border-hair-strong bg-sheet px-1.5"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit" className="mt-1" disabled={!text.trim() || remark.isPending}>
        Remark
      </Button>{" "}
      <span className="text-soft">
        On a row: in the{" "}
        <Link to={`/c/${review.codename}/guides/${review.slug}?v=draft`}>sheet</Link>, with{" "}
        <kbd>c</kbd>.
      </span>
      {problem}
    </form>
  );
}
