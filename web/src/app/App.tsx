import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense } from "react";
import { Route, Routes } from "react-router";
import { DeskPage, homeQuery } from "../features/desk";
import { GuidePage } from "../features/guide";
import { ViewBoundary } from "../ui/ViewBoundary";
import { Waiting } from "../ui/Waiting";
import { Shell } from "./Shell";

// The desk and the sheet come with the page; every other view is fetched when it is opened.
const BenchPage = lazy(async () => ({
  default: (await import("../features/bench/pages")).BenchPage,
}));
const BringInPage = lazy(async () => ({
  default: (await import("../features/bringIn")).BringInPage,
}));
const ComparePage = lazy(async () => ({
  default: (await import("../features/compare")).ComparePage,
}));
const BuildsPage = lazy(async () => ({ default: (await import("../features/builds")).BuildsPage }));
const PastePage = lazy(async () => ({ default: (await import("../features/builds")).PastePage }));
const GuidesPage = lazy(async () => ({
  default: (await import("../features/codename/pages")).GuidesPage,
}));
const PhonePage = lazy(async () => ({
  default: (await import("../features/codename/pages")).PhonePage,
}));
const BeginPage = lazy(async () => ({ default: (await import("../features/write")).BeginPage }));
const ReplacePage = lazy(async () => ({
  default: (await import("../features/write")).ReplacePage,
}));
const EditPage = lazy(async () => ({ default: (await import("../features/document")).EditPage }));
const FilesPage = lazy(async () => ({ default: (await import("../features/files")).FilesPage }));
const PackagePage = lazy(async () => ({
  default: (await import("../features/files")).PackagePage,
}));
const ListPage = lazy(async () => ({ default: (await import("../features/tools")).ListPage }));
const PassagePage = lazy(async () => ({
  default: (await import("../features/tools")).PassagePage,
}));
const ProgramPage = lazy(async () => ({
  default: (await import("../features/tools")).ProgramPage,
}));
const ReviewPage = lazy(async () => ({ default: (await import("../features/review")).ReviewPage }));
const RoutesPage = lazy(async () => ({ default: (await import("../features/routes")).RoutesPage }));
const SchemePage = lazy(async () => ({ default: (await import("../features/tools")).SchemePage }));
const TranslatePage = lazy(async () => ({
  default: (await import("../features/translate")).TranslatePage,
}));
const ToolPage = lazy(async () => ({ default: (await import("../features/tools")).ToolPage }));

export function App() {
  const home = useQuery(homeQuery);
  return (
    <Shell home={home.data}>
      <Waiting query={home}>
        {(data) => (
          <ViewBoundary>
            <Suspense fallback={<p className="p-6 text-soft">Loading…</p>}>
              <Routes>
                <Route path="/c/" element={<DeskPage home={data} />} />
                <Route path="/bring-in" element={<BringInPage />} />
                <Route path="/c/:codename" element={<PhonePage />} />
                <Route path="/c/:codename/builds" element={<BuildsPage />} />
                <Route path="/c/:codename/builds/paste" element={<PastePage />} />
                <Route path="/c/:codename/files" element={<FilesPage />} />
                <Route path="/c/:codename/files/one" element={<PackagePage />} />
                <Route path="/c/:codename/guides" element={<GuidesPage home={data} />} />
                <Route path="/c/:codename/routes" element={<RoutesPage />} />
                <Route path="/c/:codename/begin" element={<BeginPage />} />
                <Route path="/c/:codename/replace" element={<ReplacePage />} />
                <Route path="/edit/:kind" element={<EditPage />} />
                <Route
                  path="/tools"
                  element={<ListPage kind="tool" title="Host tools" empty="No tools yet." />}
                />
                <Route path="/tools/:name" element={<ToolPage />} />
                <Route
                  path="/programs"
                  element={
                    <ListPage
                      kind="program"
                      title="Phone programs"
                      empty="No programs yet: recoveries, root and apps on the phone."
                    />
                  }
                />
                <Route path="/programs/:name" element={<ProgramPage />} />
                <Route
                  path="/passages"
                  element={
                    <ListPage
                      kind="passage"
                      title="Passages"
                      empty="No passages yet. In a draft, steps are folded into one with g."
                    />
                  }
                />
                <Route path="/passages/:name" element={<PassagePage />} />
                <Route
                  path="/schemes"
                  element={
                    <ListPage
                      kind="scheme"
                      title="Naming schemes"
                      empty="No schemes yet. Builds can only be read with one."
                    />
                  }
                />
                <Route path="/schemes/:name" element={<SchemePage />} />
                <Route path="/c/:codename/guides/:slug" element={<GuidePage />} />
                <Route path="/c/:codename/guides/:slug/bench" element={<BenchPage />} />
                <Route path="/c/:codename/guides/:slug/compare" element={<ComparePage />} />
                <Route path="/c/:codename/guides/:slug/review" element={<ReviewPage />} />
                <Route path="/c/:codename/guides/:slug/translate" element={<TranslatePage />} />
                <Route path="*" element={<NothingHere />} />
              </Routes>
            </Suspense>
          </ViewBoundary>
        )}
      </Waiting>
    </Shell>
  );
}

function NothingHere() {
  return (
    <div className="p-6">
      <h1 className="text-lg font-semibold">Page not found</h1>
      <p className="mt-1 text-soft">The address may be incomplete. Start from the desk.</p>
    </div>
  );
}
