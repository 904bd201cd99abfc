import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { answerOf, api } from "../../api/client";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { homeQuery } from "../desk";
import { newest, pageQuery } from "../guide/pageQuery";
import { Bench } from "./Bench";
import { factsOf } from "./benchPath";

/** One phone goes through one state of a guide; which phone, and how far, stands in the address. */
export function BenchPage() {
  const { codename = "", slug = "" } = useParams();
  const [search] = useSearchParams();
  const home = useQuery(homeQuery);
  const version = search.get("v") ?? "draft";
  const known = newest(home.data, codename, slug);
  // The states of the guide, so that exactly the one in the address is opened.
  const page = useQuery({
    ...pageQuery(codename, slug, known ?? { draft: true }),
    enabled: known !== undefined && version !== "draft",
  });
  const short =
    version === "draft" ? "" : page.data?.versions.find((each) => each.version === version)?.short;
  const slip = Number(search.get("slip") ?? -1);
  const facts = factsOf(search);
  const bench = useQuery({
    queryKey: ["bench", codename, slug, short, facts, slip],
    queryFn: ({ signal }) =>
      answerOf(
        api.POST("/api/bench", {
          body: { codename, slug, short: short ?? "", facts, slip },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    enabled: home.isSuccess && short !== undefined,
  });
  const title = page.data?.sheet.title ?? slug;
  usePageTitle("Bench", title, codename);
  const unknown = page.isSuccess && short === undefined;
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <div className="mt-1.5 flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[1.1875rem] font-semibold">Bench</h1>
        <span className="text-soft">
          {title}, {version}
        </span>
        <Link to={`/c/${codename}/guides/${slug}?v=${version}`}>Back to the sheet</Link>
      </div>
      {unknown ? (
        <p className="mt-3">
          “{title}” has no version {version}.{" "}
          <Link to={`/c/${codename}/guides/${slug}`}>Open the guide</Link>
        </p>
      ) : (
        <Waiting query={bench}>{(data) => <Bench data={data} />}</Waiting>
      )}
    </div>
  );
}
