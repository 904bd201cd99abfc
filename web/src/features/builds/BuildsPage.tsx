import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { Builds } from "../../api/client";
import { counted } from "../../ui/counted";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { BuildTable } from "./BuildTable";
import { OneBuild } from "./OneBuild";
import { buildsQuery, waysQuery } from "./queries";
import { TakenApart } from "./TakenApart";
import { UpdateGraph } from "./UpdateGraph";

export function BuildsPage() {
  const { codename = "" } = useParams();
  usePageTitle("Builds", codename);
  const builds = useQuery(buildsQuery(codename));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <Waiting query={builds}>{(data) => <BuildsSheet codename={codename} data={data} />}</Waiting>
    </div>
  );
}

function BuildsSheet({ codename, data }: { codename: string; data: Builds }) {
  const [search, setSearch] = useSearchParams();
  const start = search.get("build") ?? "";
  const goal = search.get("to") ?? "";
  const known = data.builds.some((each) => each.build === start);
  const ways = useQuery({ ...waysQuery(codename, start, goal), enabled: known });
  const change = (changes: Record<string, string>) => {
    const next = new URLSearchParams(search);
    for (const [name, value] of Object.entries(changes)) {
      if (value) next.set(name, value);
      else next.delete(name);
    }
    setSearch(next, { replace: true });
  };
  return (
    <>
      <div className="mt-1.5 flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">Builds of {codename}</h1>
        <span className="text-soft">
          {`${counted(data.builds.length, "build")}, ${data.scheme ? `read as ${data.scheme}` : "without a naming scheme"}`}
        </span>
        <Link to={`/c/${codename}/builds/paste`}>Paste a list or CSV</Link>
        <Link to={`/edit/build?codename=${codename}`}>Add one build</Link>
        <a href={`/api/codenames/${codename}/builds.csv`}>Export as CSV</a>
      </div>
      <TakenApart codename={codename} onFind={(build) => change({ build, to: "" })} />
      {data.builds.length === 0 ? (
        <p className="mt-4 text-[0.9375rem]">
          No builds yet. <Link to={`/c/${codename}/builds/paste`}>Paste the maker’s list</Link>, one
          a line.
        </p>
      ) : (
        <>
          <div className="mt-3 border-t border-b border-hair bg-sheet">
            <UpdateGraph
              data={data}
              start={known ? start : ""}
              goal={goal}
              reachable={ways.data?.reachable}
              way={ways.data?.fewest_legs}
              onPick={(build) =>
                change(!start || start === build || goal ? { build, to: "" } : { to: build })
              }
            />
          </div>
          {start && (
            <OneBuild
              codename={codename}
              data={data}
              name={start}
              goal={goal}
              ways={ways.data}
              onGoal={(to) => change({ to })}
            />
          )}
          <BuildTable data={data} current={start} search={search} change={change} />
        </>
      )}
    </>
  );
}
