import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { type Page, Problem } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";
import { Waiting } from "../../ui/Waiting";
import { benchPath } from "../bench";
import { CodenameHead } from "../codename";
import { homeQuery } from "../desk";
import { BenchContext, type ToBench } from "./benchContext";
import { ContestContext, DraftContext, type OpenDraft } from "./draft";
import { EvidenceView } from "./EvidenceView";
import { Facts } from "./Facts";
import { FileSet } from "./FileSet";
import { GuideHead } from "./GuideHead";
import { HelpedContext } from "./helped";
import { newest, pageQuery, type Wanted } from "./pageQuery";
import { SheetRows } from "./SheetRows";
import { SlipsNote } from "./SlipsNote";
import { SourceNote } from "./SourceNote";
import { bySteps, SlipsContext, slipsQuery } from "./slips";
import { TodayNote } from "./TodayNote";

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
  return (
    <Waiting query={page}>
      {(data) => (
        <div className="px-[18px] pt-2.5 pb-12">
          <CodenameHead codename={codename} />
          <GuideHead page={data} />
          <TodayNote page={data} />
          <SourceNote page={data} />
          <Facts page={data} />
          <EvidenceView page={data} />
          <SlipsNote page={data} />
          <DraftContext value={draftOf(data)}>
            <BenchContext value={toBench(data)}>
              <ContestContext value={data.contests}>
                <HelpedContext value={data.helped}>
                  <WithSlips page={data}>
                    <SheetRows sheet={data.sheet} />
                  </WithSlips>
                </HelpedContext>
              </ContestContext>
            </BenchContext>
          </DraftContext>
          <FileSet sheet={data.sheet} />
        </div>
      )}
    </Waiting>
  );
}

function WithSlips({ page, children }: { page: Page; children: ReactNode }) {
  const slips = useQuery(slipsQuery(page));
  return <SlipsContext value={bySteps(slips.data)}>{children}</SlipsContext>;
}

function toBench(page: Page): ToBench {
  const { codename, guide: slug } = page.sheet;
  const version = page.kind === "draft" ? "draft" : page.version;
  return (facts, step, slip) => benchPath({ codename, slug, version, facts, step, slip });
}

function draftOf(page: Page): OpenDraft | undefined {
  if (page.kind !== "draft") return undefined;
  return { codename: page.sheet.codename, slug: page.sheet.guide, seen: page.fingerprint };
}
