import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { Editor } from "./Editor";
import { pathOf } from "./pathOf";
import { type Address, documentQuery, schemaQuery } from "./queries";

const TITLES: Record<string, string> = {
  device: "Codename",
  build: "Build",
  scheme: "Naming scheme",
  tool: "Host tool",
  program: "Phone program",
  passage: "Passage",
  system: "What works on it",
};

/** One document of the catalogue as a form; without a name, a new one. */
export function EditPage() {
  const { kind = "" } = useParams();
  usePageTitle("Edit", kind);
  const [search] = useSearchParams();
  const codename = search.get("codename") ?? "";
  const name = search.get("name") ?? (kind === "device" ? codename : "");
  const address: Address = { kind, codename, name };
  const schema = useQuery(schemaQuery(kind));
  const standing = useQuery({ ...documentQuery(address), enabled: name !== "" });
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      {name !== "" && (
        <p className="text-soft">
          <Link to={pathOf(kind, codename, name)}>Back to {name}</Link>, what is typed stays here
        </p>
      )}
      <h1 className="text-[1.1875rem] font-semibold">
        {TITLES[kind] ?? "Document"} {name || "(new)"}
        {kind !== "device" && codename && <span className="text-soft"> of {codename}</span>}
      </h1>
      <Waiting query={schema}>
        {(form) =>
          name === "" ? (
            <Editor key={kind} address={address} schema={form} standing={undefined} />
          ) : (
            <Waiting query={standing}>
              {(found) => (
                <Editor
                  key={`${kind}/${codename}/${name}`}
                  address={address}
                  schema={form}
                  standing={found}
                />
              )}
            </Waiting>
          )
        }
      </Waiting>
    </div>
  );
}
