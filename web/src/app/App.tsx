import { useQuery } from "@tanstack/react-query";
import { Route, Routes } from "react-router";
import { BenchPage } from "../features/bench";
import { BringInPage } from "../features/bringIn";
import { BuildsPage, PastePage } from "../features/builds";
import { GuidesPage, PhonePage } from "../features/codename";
import { DeskPage, homeQuery } from "../features/desk";
import { EditPage } from "../features/document";
import { FilesPage, PackagePage } from "../features/files";
import { GuidePage } from "../features/guide";
import { ListPage, ProgramPage, SchemePage, ToolPage } from "../features/tools";
import { Waiting } from "../ui/Waiting";
import { Shell } from "./Shell";

export function App() {
  const home = useQuery(homeQuery);
  return (
    <Shell home={home.data}>
      <Waiting query={home}>
        {(data) => (
          <Routes>
            <Route path="/c/" element={<DeskPage home={data} />} />
            <Route path="/bring-in" element={<BringInPage />} />
            <Route path="/c/:codename" element={<PhonePage />} />
            <Route path="/c/:codename/builds" element={<BuildsPage />} />
            <Route path="/c/:codename/builds/paste" element={<PastePage />} />
            <Route path="/c/:codename/files" element={<FilesPage />} />
            <Route path="/c/:codename/files/one" element={<PackagePage />} />
            <Route path="/c/:codename/guides" element={<GuidesPage home={data} />} />
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
            <Route path="*" element={<NothingHere />} />
          </Routes>
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
