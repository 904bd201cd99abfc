import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link, useParams } from "react-router";
import { answerOf, api, type Doc, type NamingScheme } from "../../api/client";
import { Apart } from "../../ui/Apart";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot, documentQuery } from "../document";

type Part = NamingScheme["forms"][number]["parts"][number];

export function SchemePage() {
  const { name = "" } = useParams();
  usePageTitle(name, "Naming schemes");
  const found = useQuery(documentQuery({ kind: "scheme", codename: "", name }));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <Waiting query={found}>
        {(data) => data.scheme && <SchemeSheet document={data} scheme={data.scheme} />}
      </Waiting>
    </div>
  );
}

function SchemeSheet({ document, scheme }: { document: Doc; scheme: NamingScheme }) {
  return (
    <>
      <p className="text-soft">
        <Link to="/schemes">Naming schemes</Link>
      </p>
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">How {scheme.name} is read</h1>
        <Link to={`/edit/scheme?name=${document.name}`}>Edit this scheme</Link>
      </div>
      {document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {document.retired}
        </p>
      )}
      {scheme.forms.map((form) => (
        <section key={form.id} aria-label={`Form ${form.id}`} className="mt-3">
          <h2 className="text-[0.875rem] font-semibold">
            {form.what === "build" ? "Build string" : "File name"}
          </h2>
          <Apart
            fields={form.parts.map((part, i) => ({
              field: part.kind === "fixed" ? " ".repeat(i + 1) : part.field,
              value: wordsOf(part),
            }))}
          />
        </section>
      ))}
      <p className="mt-3">
        Newer by {scheme.newer_by.join(", then ") || "nothing: builds cannot be compared"}.
        {scheme.same.length > 0 && (
          <> Compared only where these are the same: {scheme.same.join(", ")}.</>
        )}
      </p>
      <Try />
      <DocumentFoot document={document} />
    </>
  );
}

function wordsOf(part: Part): string {
  switch (part.kind) {
    case "fixed":
      return part.text;
    case "letters":
      return `${many(part)} letters`;
    case "number":
      return `${many(part)} digits`;
    case "one-of":
      return part.values.join(" or ");
    case "date":
      return part.form;
    case "respin":
      return "letter or none";
  }
}

function many({ least, most }: { least: number; most: number }): string {
  return least === most ? `${least}` : `${least} to ${most}`;
}

/** A string tried on all schemes: which of them reads it, and for which codename. */
function Try() {
  const [text, setText] = useState("");
  const asked = useDeferredValue(text.trim());
  const found = useQuery({
    queryKey: ["decode", asked, ""],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/decode", { params: { query: { text: asked } }, signal })),
    enabled: asked !== "",
    placeholderData: (before) => before,
  });
  return (
    <section aria-label="Try a string" className="mt-3">
      <label htmlFor="try" className="mr-2">
        Try a string
      </label>
      <input
        id="try"
        type="text"
        className="letter w-96 max-w-full border border-hair-strong bg-sheet px-1.5 py-1"
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div role="status">
        {asked && found.data?.fault && <p className="mark mark-unknown">{found.data.fault}</p>}
        {asked &&
          found.data?.readings.map((each) => (
            <div key={each.codename} className="mt-1">
              <p>
                {each.codename}, {each.scheme}
              </p>
              <Apart fields={each.fields} />
            </div>
          ))}
      </div>
    </section>
  );
}
