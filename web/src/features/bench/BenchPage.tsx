import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { answerOf, api } from "../../api/client";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { homeQuery } from "../desk";
import { Bench } from "./Bench";
import { factsOf } from "./benchPath";

/** One phone goes through one state of a guide; which phone, and how far, stands in the address. */
export function BenchPage() {
  const { codename = "", slug = "" } = useParams();
  const [search] = useSearchParams();
  const home = useQuery(homeQuery);
  const version = search.get("v") ?? "draft";
  const guide = home.data?.codenames
    .find((each) => each.codename === codename)
    ?.guides.find((each) => each.slug === slug);
  const short = version === "draft" ? "" : (guide?.short ?? "");
  const slip = Number(search.get("slip") ?? -1);
  const facts = factsOf(search);
  const bench = useQuery({
    queryKey: ["bench", codename, slug, short, facts, slip],
    queryFn: ({ signal }) =>
      answerOf(api.POST("/api/bench", { body: { codename, slug, short, facts, slip }, signal })),
    placeholderData: (before) => before,
    enabled: home.isSuccess,
  });
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <div className="mt-1.5 flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[1.1875rem] font-semibold">Bench phone</h1>
        <span className="text-soft">
          {guide?.title ?? slug}, {version}
        </span>
        <Link to={`/c/${codename}/guides/${slug}?v=${version}`}>Back to the sheet</Link>
      </div>
      <Waiting query={bench}>{(data) => <Bench data={data} />}</Waiting>
    </div>
  );
}
