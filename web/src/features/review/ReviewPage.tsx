import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { pageQuery } from "../guide/pageQuery";
import { GateLines } from "./GateLines";
import { PublishForm } from "./PublishForm";
import { Readings } from "./Readings";
import { Remarks } from "./Remarks";
import { reviewQuery } from "./reviewQuery";

/** From a draft to its readers: what stands in the way, who read it, what they remark. */
export function ReviewPage() {
  const { codename = "", slug = "" } = useParams();
  const review = useQuery(reviewQuery({ codename, slug }));
  const page = useQuery(pageQuery(codename, slug, { draft: true }));
  usePageTitle(`Review of ${review.data?.title ?? slug}`, "", codename);
  return (
    <Waiting query={review}>
      {(data) => (
        <div className="px-[18px] pt-2.5 pb-12">
          <CodenameHead codename={codename} />
          <div className="mt-1.5 mb-2 flex flex-wrap items-baseline gap-x-3">
            <h1 className="text-[1.1875rem] font-semibold">{data.title}</h1>
            <span
              className={`mark ${data.request ? "mark-warn text-care" : "mark-note text-soft"}`}
            >
              {data.request ? "in review" : "draft"}
            </span>
            <Link to={`/c/${codename}/guides/${slug}?v=draft`}>To the sheet</Link>
          </div>
          <div className="review-columns">
            <GateLines review={data} />
            {page.data ? (
              <PublishForm review={data} page={page.data} />
            ) : (
              <p className="text-soft">Loading…</p>
            )}
          </div>
          <Readings review={data} />
          <Remarks review={data} />
        </div>
      )}
    </Waiting>
  );
}
