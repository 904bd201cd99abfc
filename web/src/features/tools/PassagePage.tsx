import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { Doc, Passage } from "../../api/client";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot, documentQuery } from "../document";
import { Ruled } from "./Ruled";

/** Steps that many guides share: for whom, with which places, line by line, and who takes them. */
export function PassagePage() {
  const { name = "" } = useParams();
  usePageTitle(name, "Passages");
  const found = useQuery(documentQuery({ kind: "passage", codename: "", name }));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <Waiting query={found}>
        {(data) => data.passage && <PassageSheet document={data} passage={data.passage} />}
      </Waiting>
    </div>
  );
}

function PassageSheet({ document, passage }: { document: Doc; passage: Passage }) {
  return (
    <>
      <p className="text-soft">
        <Link to="/passages">Passages</Link>
      </p>
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">{passage.title}</h1>
        <span>{passage.about}</span>
      </div>
      {document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {document.retired}
        </p>
      )}
      <p className="mt-2">
        A guide takes it with the line <span className="letter">{passage.line}</span>
      </p>
      <Ruled
        title="What a guide gives"
        heads={["Place", "What stands there", "Kind"]}
        rows={passage.places.map((each) => [each.id, each.says, each.kind])}
      />
      <section aria-label="Steps" className="mt-4">
        <h2 className="border-b border-ink text-[0.875rem] font-semibold">Steps</h2>
        <ol>
          {passage.lines.map((each, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the lines keep their places
            <li key={index} className="letter" style={{ paddingLeft: `${each.depth * 1.5}rem` }}>
              {each.says}
            </li>
          ))}
        </ol>
      </section>
      <p className="mt-2 text-soft">
        To change it, take its steps out in a draft (u), change them, and fold them into{" "}
        <span className="letter">passage {document.name}</span> again. That draft then offers to
        make it the next version; other guides keep the one that they took until it is taken up.
      </p>
      <DocumentFoot document={document} />
    </>
  );
}
