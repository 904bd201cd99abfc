import { useQuery } from "@tanstack/react-query";
import { lazy, type ReactNode, Suspense, useMemo } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { type Page, Problem } from "../../api/client";
import { Gently } from "../../ui/Gently";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";
import { useSettled } from "../../ui/useSettled";
import { Waiting } from "../../ui/Waiting";
import { benchPath } from "../bench";
import { CodenameHead } from "../codename";
import { homeQuery } from "../desk";
import { remarksQuery } from "../review/reviewQuery";
import { EvidenceView } from "./EvidenceView";
import { Facts } from "./Facts";
import { FileSet } from "./FileSet";
import { GuideHead } from "./GuideHead";
import { newest, pageQuery, type Wanted } from "./pageQuery";
import { SheetRows } from "./SheetRows";
import { SlipsNote } from "./SlipsNote";
import { SourceNote } from "./SourceNote";
import { SheetContext } from "./sheetContext";
import { bySteps, slipsQuery } from "./slips";
import { TodayNote } from "./TodayNote";

// Writing comes when a draft is opened.
const DraftSheet = lazy(async () => ({ default: (await import("../write")).DraftSheet }));

/** The guide sheet: one state of a guide, with all that the proof and the readers say of it. */
export function GuidePage() {
  const { codename = "", slug = "" } = useParams();
  const [search] = useSearchParams();
  const home = useQuery(homeQuery);
  const version = search.get("v") ?? "";
  const wanted: Wanted | undefined =
    version === "draft" ? { draft: true } : newest(home.data, codename, slug);
  if (!wanted) {
    return (
      <div className="p-6">
        <h1 className="text-lg font-semibold">
          There is no guide {slug} for {codename}
        </h1>
        <p className="mt-1">
          <Link to={`/c/${codename}/guides`}>All guides for {codename}</Link>
        </p>
      </div>
    );
  }
  return (
    <OnePage
      key={`${codename}/${slug}/${version}`}
      codename={codename}
      slug={slug}
      wanted={wanted}
      version={version}
    />
  );
}

function OnePage(props: { codename: string; slug: string; wanted: Wanted; version: string }) {
  const { codename, slug, version } = props;
  const first = useQuery(pageQuery(codename, slug, props.wanted));
  // An older version is found in the list that every page of the guide carries.
  const older = first.data?.versions.find((each) => each.version === version);
  const wanted: Wanted = older ? { draft: false, short: older.short } : props.wanted;
  const page = useQuery({
    ...pageQuery(codename, slug, wanted),
    // While the worker still counts reports or looks at other guides, what it comes to is fetched.
    refetchInterval: ({ state: { data } }) =>
      data && data.chain_missing + data.reports_waiting > 0 ? 3_000 : false,
  });
  usePageTitle(page.data?.sheet.title ?? slug, version || page.data?.version, codename);
  if (page.error instanceof Problem && page.error.body.code === "unreadable-guide") {
    const path = wanted.draft ? `drafts/${codename}/${slug}` : `revisions/${wanted.short}`;
    return (
      <div className="max-w-[760px] px-[18px] pt-2.5 pb-12">
        <CodenameHead codename={codename} />
        <ProblemView error={page.error} />
        <p className="mt-3 flex gap-4">
          <a href={`/api/${path}/bundle.zip`}>Download what is stored</a>
          <Link to="/bring-in">Import it again</Link>
        </p>
      </div>
    );
  }
  if (first.data && version && version !== "draft" && !older) {
    return <NoSuchVersion page={first.data} version={version} />;
  }
  return (
    <Waiting query={page}>
      {(data) => (
        <Gently>
          {data.kind === "draft" ? (
            <div className="px-[18px] pt-2.5 pb-12">
              <CodenameHead codename={codename} />
              <Suspense fallback={<p className="py-3 text-soft">Loading…</p>}>
                <DraftSheet
                  page={data}
                  above={(shown) => (
                    <>
                      <TodayNote page={data} />
                      <SourceNote page={data} />
                      <Facts page={shown} />
                      <EvidenceView page={data} />
                    </>
                  )}
                  around={(shown, children) => <Around page={shown}>{children}</Around>}
                  slips={(shown) => <SlipsNote page={shown} />}
                  below={(shown) => <FileSet sheet={shown.sheet} />}
                />
              </Suspense>
            </div>
          ) : (
            <div className="px-[18px] pt-2.5 pb-12">
              <CodenameHead codename={codename} />
              <GuideHead page={data} />
              <TodayNote page={data} />
              <SourceNote page={data} />
              <Facts page={data} />
              <EvidenceView page={data} />
              <Around page={data}>
                <SheetRows sheet={data.sheet}>
                  <SlipsNote page={data} />
                </SheetRows>
              </Around>
              <FileSet sheet={data.sheet} />
            </div>
          )}
        </Gently>
      )}
    </Waiting>
  );
}

function NoSuchVersion({ page, version }: { page: Page; version: string }) {
  const { codename, guide, title } = page.sheet;
  const states = [...(page.has_draft ? ["draft"] : []), ...page.versions.map((v) => v.version)];
  return (
    <div className="px-[18px] pt-2.5 pb-12">
      <CodenameHead codename={codename} />
      <h1 className="mt-2 text-[1.1875rem] font-semibold">
        “{title}” has no version {version}
      </h1>
      <p className="mt-2 flex flex-wrap gap-4">
        {states.map((each) => (
          <Link key={each} to={`/c/${codename}/guides/${guide}?v=${each}`}>
            {each === "draft" ? "The draft" : `Version ${each}`}
          </Link>
        ))}
      </p>
    </div>
  );
}

const QUIET = 4_000; // milliseconds without a change

/** What the rows know of the page; made anew only when it changes, so that they stay drawn. */
function Around({ page, children }: { page: Page; children: ReactNode }) {
  const quiet = useSettled(page.fingerprint, QUIET) === page.fingerprint;
  const slips = useQuery(slipsQuery(page, quiet));
  const { codename, guide: slug } = page.sheet;
  const remarks = useQuery({
    ...remarksQuery({ codename, slug }),
    enabled: page.kind === "draft",
    refetchInterval: 15_000, // others remark while one writes
  });
  const around = useMemo(() => {
    const isDraft = page.kind === "draft";
    const version = isDraft ? "draft" : page.version;
    return {
      draft: isDraft ? { codename, slug, seen: page.fingerprint } : undefined,
      contests: page.contests,
      helped: page.helped,
      toBench: (facts: Record<string, string>, step: string, slip?: number) =>
        benchPath({ codename, slug, version, facts, step, slip }),
      slipsAt: bySteps(slips.data),
      remarksAt: (row: string) =>
        remarks.data?.remarks.filter(
          (each) => each.kind === "row" && each.place === row && !each.resolved_by,
        ) ?? [],
      quiet,
    };
  }, [page, codename, slug, slips.data, remarks.data, quiet]);
  return <SheetContext value={around}>{children}</SheetContext>;
}
