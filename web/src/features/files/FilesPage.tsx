import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { FilesPageData } from "../../api/client";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { FileSetView } from "./FileSetView";
import { Matters } from "./Matters";
import { filesQuery } from "./queries";
import { SetChoice } from "./SetChoice";
import { Sources } from "./Sources";

export function FilesPage() {
  const { codename = "" } = useParams();
  usePageTitle("Files", codename);
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
  const state = search.get("v");
  const asked = data.sets.find(
    (each) => each.slug === search.get("guide") && (!state || each.state === state),
  );
  // Without a word in the address: a published set that holds something.
  const chosen = asked ?? data.sets.find((each) => each.short && each.files > 0) ?? data.sets[0];
  return (
    <>
      <h1 className="mt-1.5 text-[1.1875rem] font-semibold">Files of {codename}</h1>
      <Matters matters={data.matters} />
      <Sources codename={codename} />
      {chosen ? (
        <section aria-label="File set" className="mt-6">
          <div className="flex flex-wrap items-baseline gap-x-3 border-b border-ink pb-1">
            <h2 className="text-[0.875rem] font-semibold">File set of</h2>
            <SetChoice sets={data.sets} chosen={chosen} />
          </div>
          <FileSetView
            key={chosen.slug + chosen.state}
            which={{ codename, slug: chosen.slug, short: chosen.short }}
          />
        </section>
      ) : (
        <p className="mt-3 text-[0.9375rem]">
          No guide has a file set yet. <Link to="/bring-in">Import a bundle</Link>.
        </p>
      )}
    </>
  );
}
