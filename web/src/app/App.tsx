import { useQuery } from "@tanstack/react-query";
import { Route, Routes } from "react-router";
import { BringInPage } from "../features/bringIn";
import { CodenamePage } from "../features/codename";
import { DeskPage, homeQuery } from "../features/desk";
import { GuidePage } from "../features/guide";
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
            <Route path="/c/:codename" element={<CodenamePage home={data} />} />
            <Route path="/c/:codename/guides/:slug" element={<GuidePage />} />
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
      <h1 className="text-lg font-semibold">Nothing is here</h1>
      <p className="mt-1 text-soft">
        The address may be cut short. The desk is a good place to go.
      </p>
    </div>
  );
}
