import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { Doc, Tool } from "../../api/client";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot, documentQuery } from "../document";
import { CommandTable } from "./CommandTable";
import { WindowView } from "./WindowView";

export function ToolPage() {
  const { name = "" } = useParams();
  usePageTitle(name, "Host tools");
  const found = useQuery(documentQuery({ kind: "tool", codename: "", name }));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <Waiting query={found}>
        {(data) => data.tool && <ToolSheet document={data} tool={data.tool} />}
      </Waiting>
    </div>
  );
}

function ToolSheet({ document, tool }: { document: Doc; tool: Tool }) {
  return (
    <>
      <p className="text-soft">
        <Link to="/tools">Host tools</Link>
      </p>
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">{tool.name}</h1>
        <span>versions: {tool.versions}</span>
        <Link to={`/edit/tool?name=${document.name}`}>Edit this tool</Link>
      </div>
      {document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {document.retired}
        </p>
      )}
      <section aria-label="Host systems" className="mt-3">
        <h2 className="border-b border-ink text-[0.875rem] font-semibold">Where it runs</h2>
        <table className="ruled">
          <thead>
            <tr>
              <th>Host system</th>
              <th>Drivers and permissions</th>
              <th>Good to know</th>
            </tr>
          </thead>
          <tbody>
            {tool.hosts.map((each) => (
              <tr key={each.id}>
                <td>{each.name}</td>
                <td>{each.needs.join(", ") || <span className="text-soft">none</span>}</td>
                <td>{each.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Is the phone there?" className="mt-4">
        <h2 className="border-b border-ink text-[0.875rem] font-semibold">Is the phone there?</h2>
        {tool.there && <p className="mark mark-proved mt-1">Visible when {tool.there}.</p>}
        {tool.not_there.length > 0 && (
          <table className="ruled mt-1">
            <thead>
              <tr>
                <th>What you see</th>
                <th>Possible cause</th>
                <th>What to do</th>
              </tr>
            </thead>
            <tbody>
              {tool.not_there.map((each) => (
                <tr key={each.cause + each.seen}>
                  <td>{each.seen}</td>
                  <td>{each.cause.replaceAll("-", " ")}</td>
                  <td>{each.remedy}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {Object.keys(tool.commands).length > 0 && <CommandTable tool={tool} />}
      {tool.window && <WindowView tool={tool} window={tool.window} />}
      <DocumentFoot document={document} />
    </>
  );
}
