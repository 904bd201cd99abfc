import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { documentsQuery } from "../document";

interface ListProps {
  kind: "tool" | "scheme" | "program" | "passage";
  title: string;
  empty: string;
}

/** All documents of one kind that belong to no codename. */
export function ListPage({ kind, title, empty }: ListProps) {
  usePageTitle(title);
  const documents = useQuery(documentsQuery(kind));
  const [find, setFind] = useState("");
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">{title}</h1>
        {kind !== "passage" && <Link to={`/edit/${kind}`}>Add one</Link>}
        <label>
          Find{" "}
          <input
            type="search"
            className="border border-hair-strong bg-sheet px-1.5 py-0.5"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
      </div>
      <Waiting query={documents}>
        {(data) => {
          const shown = data.filter((each) =>
            `${each.name} ${each.title} ${each.about}`.toLowerCase().includes(find.toLowerCase()),
          );
          if (data.length === 0) return <p className="mt-3 text-[0.9375rem]">{empty}</p>;
          if (shown.length === 0) return <p className="mt-3">No match for “{find}”.</p>;
          return (
            <div className="overflow-x-auto">
              <table className="ruled mt-2">
                <tbody>
                  {shown.map((each) => (
                    <tr key={each.name}>
                      <td className="text-[0.875rem]">
                        <Link to={`/${kind}s/${each.name}`}>{each.title}</Link>
                      </td>
                      <td>{each.about}</td>
                      <td>
                        {each.retired && (
                          <span className="mark mark-stop text-loss">retired: {each.retired}</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          );
        }}
      </Waiting>
    </div>
  );
}
