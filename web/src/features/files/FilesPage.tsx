import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { FilesPageData } from "../../api/client";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { FileSetView } from "./FileSetView";
import { Matters } from "./Matters";
import { filesQuery } from "./queries";
import { Sources } from "./Sources";

export function FilesPage() {
  const { codename = "" } = useParams();
  const files = useQuery(filesQuery(codename));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <Waiting query={files}>{(data) => <FilesSheet codename={codename} data={data} />}</Waiting>
    </div>
  );
}

function FilesSheet({ codename, data }: { codename: string; data: FilesPageData }) {
  const [search] = useSearchParams();
  const slug = search.get("guide") ?? data.sets[0]?.slug ?? "";
  const state = search.get("v");
  const chosen =
    data.sets.find((each) => each.slug === slug && (!state || each.state === state)) ??
    data.sets[0];
  return (
    <>
      <h1 className="mt-1.5 text-[1.1875rem] font-semibold">Files of {codename}</h1>
      <Matters matters={data.matters} />
      {!chosen ? (
        <p className="mt-3 text-[0.9375rem]">
          No guide has a file set yet. <Link to="/bring-in">Bring in a bundle</Link>.
        </p>
      ) : (
        <>
          <nav aria-label="File sets" className="mt-3 flex flex-wrap gap-x-4 gap-y-1 print:hidden">
            {data.sets.map((each) => (
              <Link
                key={each.slug + each.state}
                to={`?guide=${each.slug}&v=${each.state}`}
                aria-current={each === chosen ? "page" : undefined}
                className={each === chosen ? "border-b-2 border-work text-ink no-underline" : ""}
              >
                {each.title} <span className="text-soft">{each.state}</span>
              </Link>
            ))}
          </nav>
          <FileSetView
            key={chosen.slug + chosen.state}
            which={{ codename, slug: chosen.slug, short: chosen.short }}
          />
        </>
      )}
      <Sources codename={codename} />
    </>
  );
}
